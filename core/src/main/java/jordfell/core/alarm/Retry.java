package jordfell.core.alarm;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** When a message that did not arrive is tried once more. */
public final class Retry {

    private static final List<Duration> PAUSES = List.of(
            Duration.ofSeconds(10),
            Duration.ofMinutes(1),
            Duration.ofMinutes(5),
            Duration.ofMinutes(15),
            Duration.ofHours(1));

    private Retry() {}

    /** After so many tries in vain; empty when it is given up. */
    public static Optional<Instant> after(int tries, Instant now) {
        return tries < 1 || tries > PAUSES.size() ? Optional.empty() : Optional.of(now.plus(PAUSES.get(tries - 1)));
    }
}
