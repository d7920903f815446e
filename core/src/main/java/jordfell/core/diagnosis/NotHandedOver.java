package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;

/** <em>not-handed-over</em>: a softphone asks for nothing before its user has opened the link that hands it over. */
final class NotHandedOver implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(device, NotHandedOver::examine);
    }

    private static Optional<Finding> examine(Unfetched phone) {
        if (!phone.neverAsked() || phone.device().facts().model().kind() != DeviceKind.SOFTPHONE) {
            return Optional.empty();
        }
        String number = phone.device().facts().lines().stream()
                .flatMap(l -> l.extension().stream())
                .map(e -> e.number())
                .findFirst()
                .orElse("its extension");
        return Optional.of(Finding.certain(Cause.NOT_HANDED_OVER, "Its credentials were never handed over.")
                .brief("not handed over")
                .detail("Nobody has opened a handoff link for it, and a softphone knows nothing before that.")
                .since(phone.release().at())
                .shownBy("released as " + phone.release().revision().brief(), "no handoff was opened")
                .remedies(Remedy.advice(
                        "Hand " + number + " over again from the Roster; a link that ran out opens nothing.")));
    }
}
