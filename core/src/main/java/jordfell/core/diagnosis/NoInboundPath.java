package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.CallEnd;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.SentOn;
import jordfell.core.path.Stop;

/**
 * <em>no-inbound-path</em>: calls for its number do not ring it: they are all sent on, on record or by the phone itself, or a
 * test call was answered by somebody else.
 */
final class NoInboundPath implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.heldAt(Stop.PROVEN)
                ? device.reached().calls().in().flatMap(call -> of(device, call)).stream()
                        .toList()
                : List.of();
    }

    /** Why this test call to it could not work; empty where that is not known. */
    static Optional<Finding> of(CaseOf device, TestCalled call) {
        if (call.outbound() || call.worked()) {
            return Optional.empty();
        }
        Optional<LineFacts> line = device.facts().lines().stream()
                .filter(l -> l.extension()
                        .filter(e -> e.number().equals(call.number()))
                        .isPresent())
                .findFirst();
        // What the phone itself is to do is known of the configuration that it has, and not of one that waits.
        Optional<SentOn> sentOn = line.flatMap(LineFacts::sentOn)
                .filter(s -> !s.byPhone() || !device.facts().pending());
        if (sentOn.isPresent()) {
            return Optional.of(sentOn(call, line.get().position(), sentOn.get()));
        }
        return CallEnd.of(call) == CallEnd.ELSEWHERE
                ? Optional.of(elsewhere(
                        call,
                        line.map(LineFacts::position).orElse(0),
                        device.facts().byHand()))
                : Optional.empty();
    }

    private static Finding sentOn(TestCalled call, int position, SentOn sentOn) {
        return Finding.certain(
                        Cause.NO_INBOUND_PATH,
                        "Calls for " + call.number() + " do not ring it: " + sentOn.saidBy() + " sends all of them to "
                                + sentOn.target() + ".")
                .line(position)
                .variant("sent on by " + sentOn.saidBy())
                .brief("calls go to " + sentOn.target())
                .detail("It is registered. What sends its calls on has to be taken away, or is meant so:"
                        + " then no test call can reach it.")
                .since(call.at())
                .shownBy(
                        "on record: " + sentOn.saidBy() + " sends all calls to " + sentOn.target(),
                        "test call in to " + call.number() + ": " + call.detail())
                .remedies(
                        Remedy.advice(
                                sentOn.byPhone()
                                        ? "Take the number out of the setting, under its settings, and release it."
                                        : "Take the diversion away, under Roster, at " + call.number() + "."),
                        Remedy.testCall());
    }

    private static Finding elsewhere(TestCalled call, int position, boolean byHand) {
        String who = CallEnd.whoAnswered(call);
        return Finding.certain(
                        Cause.NO_INBOUND_PATH,
                        "The test call to " + call.number() + " did not ring it: " + who + " answered.")
                .line(position)
                .variant("answered by " + who)
                .brief("answered by " + who)
                .detail("On record nothing sends the calls of " + call.number() + " on"
                        + (byHand ? "; what was typed into it is not known here." : "."))
                .since(call.at())
                .shownBy("test call in to " + call.number() + ": " + call.detail())
                .remedies(
                        Remedy.advice("Look at the phone whether somebody sends its calls on there, and where "
                                + call.number() + " leads, under Calls."),
                        Remedy.testCall());
    }
}
