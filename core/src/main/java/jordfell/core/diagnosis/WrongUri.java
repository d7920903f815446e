package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/** <em>wrong-uri</em>: the address in its answer is not the one that it asks (RFC 3261 §22.4 item 7). */
final class WrongUri implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.overCredentials() && t.rightUser() && differs(t))
                .map(t -> otherUri(device, t))
                .toList();
    }

    static boolean differs(TurnedAway t) {
        return asked(t).filter(uri -> !uri.equals(t.answer().orElseThrow().uri()))
                .isPresent();
    }

    private static Optional<String> asked(TurnedAway t) {
        return t.request().map(SipSeen.Request::message).map(m -> m.requestUri());
    }

    private static Finding otherUri(CaseOf device, TurnedAway t) {
        String uri = t.answer().orElseThrow().uri();
        return t.tell(Finding.certain(
                        Cause.WRONG_URI,
                        "Its answer is for “" + uri + "”, and its request goes to “" + asked(t).orElse("") + "”."))
                .variant(device.facts().site())
                .brief("answer for another address")
                .detail("The address goes into the answer with the password. Either the phone takes two different ones,"
                        + " or a router on the way writes requests anew.")
                .remedies(Remedy.advice("Switch off what changes SIP in the router at "
                        + device.facts().site() + ", and see whether both are the same then."));
    }
}
