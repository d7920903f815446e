package jordfell.core.roster;

import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;

/**
 * What a role gets.
 *
 * @param block where its extensions are drawn from; empty: any block of the domain
 * @param contactLimit most devices of one extension at once
 * @param outside whether its extensions may register from outside
 * @param permissionClass who may be called
 * @param pinDigits digits of the voicemail PIN; 0 for none
 * @param devices what stands on the desk or runs on the computer, all on the same extension
 * @param formulas what is derived
 */
public record Kit(
        long id,
        long domainId,
        String name,
        Optional<Block> block,
        int contactLimit,
        boolean outside,
        String permissionClass,
        int pinDigits,
        List<KitDevice> devices,
        Formulas formulas) {

    public Kit {
        devices = List.copyOf(devices);
    }

    /** One device of a kit; without a model it is said when the device comes. */
    public record KitDevice(DeviceKind kind, Optional<String> modelId, Optional<Long> templateId) {}

    /** Values with {@code {{ }}} or after {@code =}, worked out for each person. */
    public record Formulas(String displayName, String authUser, String outgoing) {
        public static final Formulas USUAL = new Formulas("{{person.name}}", "{{extension.number}}-a", "");
    }

    /** The template of its first device of this kind. */
    public Optional<Long> templateFor(DeviceKind kind) {
        return devices.stream()
                .filter(d -> d.kind() == kind)
                .flatMap(d -> d.templateId().stream())
                .findFirst();
    }

    public Optional<String> modelFor(DeviceKind kind) {
        return devices.stream()
                .filter(d -> d.kind() == kind)
                .flatMap(d -> d.modelId().stream())
                .findFirst();
    }

    public boolean hasSoftphone() {
        return devices.stream().anyMatch(d -> d.kind() == DeviceKind.SOFTPHONE);
    }
}
