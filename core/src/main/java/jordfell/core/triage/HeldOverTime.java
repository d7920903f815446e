package jordfell.core.triage;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;

/** How many devices were held at moments of the past, by when their findings began and ended. */
public final class HeldOverTime {

    /**
     * A finding of a device.
     *
     * @param until {@link Instant#MAX} while it is open
     */
    public record Span(long device, Instant from, Instant until) {}

    /** How many were held at a moment. */
    public record Moment(Instant at, int held) {}

    private HeldOverTime() {}

    /** At so many moments from a beginning to an end, the last one being the end. Of a device with several findings one counts. */
    public static List<Moment> of(List<Span> spans, Instant begin, Instant end, int steps) {
        Duration whole = Duration.between(begin, end);
        return IntStream.rangeClosed(1, steps)
                .mapToObj(step -> begin.plus(whole.multipliedBy(step).dividedBy(steps)))
                .map(at -> new Moment(at, heldAt(spans, at)))
                .toList();
    }

    private static int heldAt(List<Span> spans, Instant at) {
        return (int) spans.stream()
                .filter(s -> !s.from().isAfter(at) && s.until().isAfter(at))
                .map(Span::device)
                .distinct()
                .count();
    }
}
