package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/** <em>expiry-too-short</em>: the registrar grants no registration as short as it asks for (423, RFC 3261 §10.3), and it asks on. */
final class ExpiryTooShort implements Rule {

    private static final int TOO_BRIEF = 423;

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(ExpiryTooShort::isSo)
                .map(ExpiryTooShort::told)
                .toList();
    }

    /** Once is how a phone learns what is granted, and no refusal yet. */
    static boolean isSo(TurnedAway t) {
        return t.refusal().filter(r -> r.status() == TOO_BRIEF).isPresent();
    }

    private static Finding told(TurnedAway t) {
        Optional<String> least =
                seconds(t.refusal().orElseThrow().response().message().first("Min-Expires"));
        Optional<String> asked =
                seconds(t.request().map(SipSeen.Request::message).flatMap(m -> m.first("Expires")));
        return t.tell(Finding.certain(
                        Cause.EXPIRY_TOO_SHORT,
                        t.node() + " grants no registration"
                                + least.map(l -> " of less than " + l + " s").orElse(" as short as that")
                                + asked.map(a -> ", and it asks for " + a + " s again and again.")
                                        .orElse(", and it does not ask for more.")))
                .variant("less than " + least.orElse("granted"))
                .brief("asks for too short a time")
                .detail("A phone asks for more by itself once it is told how much (423); this one does not.")
                .remedies(
                        new Remedy(
                                Remedy.Action.OPEN_SETTINGS,
                                "Raise its registration time",
                                t.line().position()),
                        Remedy.advice("Then release it."));
    }

    private static Optional<String> seconds(Optional<String> header) {
        return header.map(String::strip).filter(text -> text.matches("[0-9]{1,10}"));
    }
}
