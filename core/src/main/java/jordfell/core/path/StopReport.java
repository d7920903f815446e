package jordfell.core.path;

import java.time.Instant;
import java.util.Optional;

/**
 * One stop of one device.
 *
 * @param since when this state began, as far as it is known
 * @param dueBy until when waiting is usual
 * @param evidence one short clause on what shows it
 */
public record StopReport(
        Stop stop, StopState state, Optional<Instant> since, Optional<Instant> dueBy, String evidence) {

    static StopReport passed(Stop stop, Instant since, String evidence) {
        return new StopReport(stop, StopState.PASSED, Optional.of(since), Optional.empty(), evidence);
    }

    static StopReport held(Stop stop, Instant since, String evidence) {
        return new StopReport(stop, StopState.HELD, Optional.of(since), Optional.empty(), evidence);
    }

    static StopReport notSeen(Stop stop) {
        return new StopReport(stop, StopState.NOT_SEEN, Optional.empty(), Optional.empty(), "not reached yet");
    }

    static StopReport notNeeded(Stop stop, String why) {
        return new StopReport(stop, StopState.NOT_NEEDED, Optional.empty(), Optional.empty(), why);
    }

    /** Waiting for what somebody does in their own time: nothing is usual. */
    static StopReport awaited(Stop stop, Instant since, String what) {
        return new StopReport(stop, StopState.WAITING, Optional.of(since), Optional.empty(), what);
    }

    /** Waiting until the usual time is over, held from then on. */
    static StopReport waiting(Stop stop, Instant since, Instant dueBy, Instant now, String evidence, String overdue) {
        return now.isBefore(dueBy)
                ? new StopReport(stop, StopState.WAITING, Optional.of(since), Optional.of(dueBy), evidence)
                : held(stop, dueBy, overdue);
    }
}
