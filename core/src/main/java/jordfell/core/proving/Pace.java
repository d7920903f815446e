package jordfell.core.proving;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * How fast a round of test calls goes: evenly, and never with many at once.
 *
 * @param perMinute devices in a minute
 */
public record Pace(int perMinute) {

    /** A registrar has people’s calls to carry. */
    public static final int MOST_PER_MINUTE = 60;

    private static final int MOST_AT_ONCE = 4;

    public Pace {
        if (perMinute < 1 || perMinute > MOST_PER_MINUTE) {
            throw new IllegalArgumentException("no such pace: " + perMinute);
        }
    }

    /** Whether the next may be tried. */
    public boolean allows(Optional<Instant> last, int underWay, Instant now) {
        Duration pause = Duration.ofMillis(60_000L / perMinute);
        return underWay < MOST_AT_ONCE
                && last.filter(at -> at.plus(pause).isAfter(now)).isEmpty();
    }

    /** How long so many take. */
    public Duration of(int devices) {
        return Duration.ofMillis(60_000L / perMinute * devices).plus(Duration.ofSeconds(10));
    }
}
