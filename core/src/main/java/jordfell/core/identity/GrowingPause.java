package jordfell.core.identity;

import java.time.Duration;
import java.time.Instant;

/**
 * Slows whoever tries one password after another: the first few wrong ones cost nothing, then each costs twice the pause of
 * the one before. Nobody is shut out for good, and all is forgotten after an hour without a try.
 *
 * <p>Not safe for use by several threads.
 */
public final class GrowingPause {

    static final Duration LONGEST = Duration.ofMinutes(15);
    static final Duration FORGOTTEN_AFTER = Duration.ofHours(1);

    private final int free;
    private int wrong;
    private Instant last = Instant.EPOCH;

    /** @param free how many wrong tries cost nothing */
    public GrowingPause(int free) {
        this.free = free;
    }

    /** How long to wait before the next try is looked at; zero for not at all. */
    public Duration left(Instant now) {
        if (wrong < free || !last.plus(FORGOTTEN_AFTER).isAfter(now)) {
            return Duration.ZERO;
        }
        Duration left = Duration.between(now, last.plus(pause()));
        return left.isNegative() ? Duration.ZERO : left;
    }

    /** A try was wrong. */
    public void wrong(Instant now) {
        if (!last.plus(FORGOTTEN_AFTER).isAfter(now)) {
            wrong = 0;
        }
        wrong++;
        last = now;
    }

    private Duration pause() {
        int doublings = Math.min(wrong - free, 20);
        Duration pause = Duration.ofSeconds(1L << doublings);
        return pause.compareTo(LONGEST) > 0 ? LONGEST : pause;
    }
}
