package jordfell.core.path;

import java.time.Instant;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.milestone.Calls;

/** <em>Proven</em>: a test call in each direction has worked with the configuration that it has. */
final class ProvenStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        boolean isRegistered = j.passed(Stop.HOLDING) || j.state(Stop.HOLDING) == StopState.WAITING;
        if (!isRegistered) {
            return StopReport.notSeen(Stop.PROVEN);
        }
        Calls calls = j.reached().calls();
        Optional<TestCalled> failed = Stream.of(calls.out(), calls.in())
                .flatMap(Optional::stream)
                .filter(call -> !call.worked())
                .findFirst();
        if (failed.isPresent()) {
            String way = failed.get().outbound() ? "call out: " : "call in: ";
            return StopReport.held(
                    Stop.PROVEN, failed.get().at(), way + failed.get().detail());
        }
        if (!j.passed(Stop.HOLDING)) {
            return StopReport.notSeen(Stop.PROVEN); // what works now may end with its first refresh
        }
        if (calls.out().isPresent() && calls.in().isPresent()) {
            Instant out = calls.out().get().at();
            Instant in = calls.in().get().at();
            return StopReport.passed(Stop.PROVEN, out.isAfter(in) ? out : in, "test calls out and in worked");
        }
        return new StopReport(
                Stop.PROVEN,
                StopState.WAITING,
                j.since(Stop.HOLDING),
                Optional.empty(),
                calls.in().isPresent() ? "a test call in worked; none out was made yet" : "no test call yet");
    }
}
