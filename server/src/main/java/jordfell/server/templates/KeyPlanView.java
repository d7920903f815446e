package jordfell.server.templates;

import java.util.List;
import jordfell.core.keys.KeyBank;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlan;
import jordfell.server.device.Assembled;

/**
 * What comes of all layouts on one device.
 *
 * @param written whether its family's files have a place for keys at all
 * @param sentence what does not fit; empty if all does
 */
record KeyPlanView(
        String model,
        boolean written,
        BankView bank,
        List<PlacedView> placed,
        List<MisfitView> misfits,
        String sentence) {

    record BankView(int keys, int pages, int sidecars, int sidecarKeys, int size) {}

    record PlacedView(
            int position, int sidecar, int page, int slot, KeyKind kind, String target, String label, String origin) {}

    record MisfitView(int position, KeyKind kind, String target, String label, String origin, int moveTo) {}

    static KeyPlanView of(Assembled device) {
        KeyBank bank = device.bank();
        KeyPlan plan = device.keys();
        return new KeyPlanView(
                device.device().model().fullName(),
                device.dialect().filter(d -> d.understandsKeys()).isPresent(),
                new BankView(bank.keys(), bank.pages(), bank.sidecars(), bank.sidecarKeys(), bank.size()),
                plan.placed().stream()
                        .map(k -> new PlacedView(
                                k.position(),
                                k.place().sidecar(),
                                k.place().page(),
                                k.place().slot(),
                                k.kind(),
                                k.target(),
                                k.label(),
                                k.origin()))
                        .toList(),
                plan.misfits().stream()
                        .map(m -> new MisfitView(
                                m.position(),
                                m.kind(),
                                m.target(),
                                m.label(),
                                m.origin(),
                                m.moveTo().orElse(0)))
                        .toList(),
                plan.misfitSentence(bank).orElse(""));
    }
}
