package jordfell.core.diagnosis;

import java.util.List;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.path.Stop;

/** <em>test-call-failed</em>: a test call did not come through, and the far end said why. */
final class TestCallFailed implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.heldAt(Stop.PROVEN)
                ? Stream.of(
                                device.reached().calls().out(),
                                device.reached().calls().in())
                        .flatMap(call -> call.stream())
                        .filter(call -> !call.worked())
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
                .detail("It is registered and answers; the call itself did not come through.")
                .since(call.at())
                .shownBy("test call " + way + call.number() + ": " + call.detail())
                .remedies(Remedy.testCall(), Remedy.advice("If it fails again, call by hand and listen."));
    }
}
