package jordfell.core.calls;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallStop.Kind;
import jordfell.core.calls.CallStop.Way;
import jordfell.core.calls.CallStop.When;

/** Where a call comes that is made to an outside number. */
public final class OutsidePath {

    /**
     * What handles a call.
     *
     * @param rings a number of the domain; empty for none
     * @param announcement what is said instead; empty for nothing
     */
    public record Handler(Optional<String> rings, String announcement) {}

    /**
     * That something else handles calls by the time of day.
     *
     * @param isOpen whether it is within the hours now
     * @param closed what handles them outside of the hours
     */
    public record ByTime(boolean isOpen, Handler closed) {}

    private OutsidePath() {}

    /** The first place to which such a call comes, with all that follow; the number itself where the time decides. */
    public static CallStop of(String number, Handler usual, Optional<ByTime> byTime, CallPath.Ground ground) {
        CallStop open = stop(number, usual, ground);
        if (byTime.isEmpty()) {
            return open;
        }
        boolean isOpen = byTime.get().isOpen();
        CallStop closed = stop(number, byTime.get().closed(), ground);
        return new CallStop(
                number,
                "",
                Kind.NUMBER,
                List.of(),
                List.of(
                        new Way(When.OPEN, Duration.ZERO, open, isOpen),
                        new Way(When.CLOSED, Duration.ZERO, closed, !isOpen)),
                Optional.empty());
    }

    private static CallStop stop(String number, Handler handler, CallPath.Ground ground) {
        return handler.rings()
                .map(rings -> CallPath.of(rings, ground))
                .orElseGet(() -> handler.announcement().isEmpty()
                        ? new CallStop(number, "", Kind.NOTHING, List.of(), List.of(), Optional.of(DeadEnd.UNASSIGNED))
                        : new CallStop(
                                number,
                                Announcement.SERVICE + " “" + handler.announcement() + "”",
                                Kind.SERVICE,
                                List.of(),
                                List.of(),
                                Optional.empty()));
    }
}
