package jordfell.core.shared;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Whether something began for several devices at about the same time. */
public final class Onset {

    private static final Duration TOGETHER = Duration.ofMinutes(15);

    private Onset() {}

    /** How long it took from the first to the last; empty for one alone, and where it took longer than a quarter of an hour. */
    public static Optional<Duration> within(List<Instant> began) {
        return began.size() < 2
                ? Optional.empty()
                : Optional.of(Duration.between(
                                began.stream().min(Instant::compareTo).orElseThrow(),
                                began.stream().max(Instant::compareTo).orElseThrow()))
                        .filter(span -> span.compareTo(TOGETHER) <= 0);
    }

    /** How long after something it began for the last of them; empty where it began before for any, or took longer than that. */
    public static Optional<Duration> after(List<Instant> began, Instant something) {
        return began.isEmpty() || began.stream().anyMatch(something::isAfter)
                ? Optional.empty()
                : began.stream()
                        .max(Instant::compareTo)
                        .map(last -> Duration.between(something, last))
                        .filter(span -> span.compareTo(TOGETHER) <= 0);
    }
}
