package jordfell.core.diagnosis;

import java.util.List;
import java.util.stream.Stream;
import jordfell.core.evidence.CallEnd;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.path.Stop;

/** <em>test-call-failed</em>: a test call did not come through, and the far end said why; no path is known that is missing. */
final class TestCallFailed implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.heldAt(Stop.PROVEN)
                ? Stream.of(
                                device.reached().calls().out(),
                                device.reached().calls().in())
                        .flatMap(call -> call.stream())
                        .filter(call -> !call.worked())
                        .filter(call -> NoInboundPath.of(device, call).isEmpty())
                        .filter(call -> NoOutboundPath.of(device, call).isEmpty())
                        .map(TestCallFailed::failed)
                        .toList()
                : List.of();
    }

    private static Finding failed(TestCalled call) {
        String way = call.outbound() ? "out from " : "in to ";
        return Finding.certain(
                        Cause.TEST_CALL_FAILED,
                        "The test call " + way + call.number() + " was answered “" + call.detail() + "”.")
                .variant((call.outbound() ? "out: " : "in: ") + call.detail())
                .brief("test call " + (call.outbound() ? "out" : "in") + " failed")
                .detail("It is registered; the call itself did not come through. " + meaning(call))
                .since(call.at())
                .shownBy("test call " + way + call.number() + ": " + call.detail())
                .remedies(Remedy.testCall(), Remedy.advice("If it fails again, call by hand and listen."));
    }

    private static String meaning(TestCalled call) {
        return switch (CallEnd.of(call)) {
            case BUSY -> "Whoever was called was busy, or is set to take no calls.";
            case DECLINED -> "Whoever was called turned it away.";
            case NO_COMMON_CODEC ->
                "What one side offers to speak, the other does not take: compare them under Calls, Codecs.";
            case NO_ANSWER -> "Nobody took it, and nothing else did, as long as the test waits.";
            case NOBODY_THERE -> "Nobody could be reached there at that moment.";
            case NOBODYS_NUMBER -> "Whoever answered knows no such number.";
            default -> "That is what came back.";
        };
    }
}
