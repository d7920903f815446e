package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.CallEnd;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.path.Stop;

/** <em>no-outbound-path</em>: its digit map keeps what is dialled for the test call, or its registrar does not let it through. */
final class NoOutboundPath implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.heldAt(Stop.PROVEN)
                ? device.reached().calls().out().flatMap(call -> of(device, call)).stream()
                        .toList()
                : List.of();
    }

    /** Why this test call from it could not work; empty where that is not known. */
    static Optional<Finding> of(CaseOf device, TestCalled call) {
        if (!call.outbound() || call.worked()) {
            return Optional.empty();
        }
        int line = device.positionOf(call.number()).orElse(0);
        return switch (CallEnd.of(call)) {
            case NOT_DIALLED -> Optional.of(keptByPhone(call, line));
            case FORBIDDEN -> Optional.of(forbidden(call, line));
            default -> Optional.empty();
        };
    }

    private static Finding keptByPhone(TestCalled call, int line) {
        return Finding.certain(
                        Cause.NO_OUTBOUND_PATH,
                        "It did not send what was dialled for the test call: " + call.detail() + ".")
                .line(line)
                .variant("digit map")
                .brief("digit map keeps the test number")
                .detail("It is registered. Numbers that its digit map takes may go out all the same; the test number is"
                        + " none of them.")
                .since(call.at())
                .shownBy("test call out from " + call.number() + ": " + call.detail())
                .remedies(
                        new Remedy(Remedy.Action.OPEN_SETTINGS, "Open its settings", 0),
                        Remedy.advice(
                                "Under Calls, Digit maps, one that takes every number of the domain is proposed."));
    }

    private static Finding forbidden(TestCalled call, int line) {
        return Finding.certain(
                        Cause.NO_OUTBOUND_PATH,
                        "Its registrar does not let " + call.number() + " make the test call: “" + call.detail() + "”.")
                .line(line)
                .variant("registrar: " + call.detail())
                .brief("registrar refuses the test number")
                .detail("It is registered, and what it dialled came there; what " + call.number()
                        + " may dial is said by its permission and the dial lists of that.")
                .since(call.at())
                .shownBy("test call out from " + call.number() + ": " + call.detail())
                .remedies(Remedy.advice("Try what it may dial under Calls, What if, and mend the list that refuses."));
    }
}
