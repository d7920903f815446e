package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;

/** <em>heard-unfetched</em>: a registrar hears it, and its file was never asked for. */
final class HeardUnfetched implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(device, HeardUnfetched::examine);
    }

    private static Optional<Finding> examine(Unfetched phone) {
        if (!phone.neverAsked()
                || phone.heardAt().isEmpty()
                || phone.device().facts().model().kind() == DeviceKind.SOFTPHONE) {
            return Optional.empty();
        }
        return Optional.of(Finding.certain(
                        Cause.HEARD_UNFETCHED, "It was heard by a registrar, and never asked for its configuration.")
                .brief("heard, never fetched")
                .detail("So it had power and network; it was set by hand, or was told another provisioning address than"
                        + " that of " + phone.site() + ".")
                .since(phone.release().at())
                .shownBy(
                        "released as " + phone.release().revision().brief(), "no request from this MAC", "SIP was seen")
                .remedies(Remedy.advice("Give it the provisioning address of " + phone.site()
                        + ", or reset it there, so that it asks.")));
    }
}
