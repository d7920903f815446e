package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;

/** <em>never-called-in</em>: of a desk phone or adapter nothing of any kind was ever seen. */
final class NeverCalledIn implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(device, NeverCalledIn::examine);
    }

    private static Optional<Finding> examine(Unfetched phone) {
        CaseOf device = phone.device();
        if (!phone.neverAsked()
                || phone.heardAt().isPresent()
                || NoProvisioningAddress.isSo(device).isPresent()
                || device.facts().model().kind() == DeviceKind.SOFTPHONE) {
            return Optional.empty();
        }
        String address = device.facts().address();
        return Optional.of(Finding.likely(
                        Cause.NEVER_CALLED_IN,
                        "It never asked for its configuration.",
                        "A request under another MAC from " + phone.site() + " in the tray, or its lamps.")
                .brief("never called in")
                .detail("Nothing came from " + address + " since it was enrolled: it has no power, no network, another"
                        + " provisioning address, or another MAC than the one on record.")
                .since(phone.release().at())
                .shownBy("released as " + phone.release().revision().brief(), "no request from this MAC")
                .remedies(Remedy.advice("Check that it has power and network at " + phone.site()
                        + ", and compare the MAC on its label with " + address + ".")));
    }
}
