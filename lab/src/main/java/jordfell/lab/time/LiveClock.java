package jordfell.lab.time;

import java.time.Duration;
import java.time.Instant;

/**
 * A clock that goes as fast as the wall’s, faster, or not at all. While it goes faster it never passes something that is still
 * to happen: where that takes longer, the clock goes slower.
 *
 * <p>Not safe for use by several threads.
 */
final class LiveClock {

    static final int FASTEST = 600;

    private static final long LONGEST_WAIT_MILLIS = 60_000;
    private static final long FURTHEST_BEHIND_NANOS = 1_000_000_000L;

    private int pace = 1;
    private Duration ahead = Duration.ZERO;
    private Instant anchor = Instant.EPOCH;
    private long anchoredAt;

    /** The last moment of something that happened. */
    private Instant reached = Instant.MIN;

    /** When it is to stand still again; far away where it isn’t. */
    private Instant stopAt = Instant.MAX;

    int pace() {
        return pace;
    }

    Duration ahead() {
        return pace == 1 ? ahead : Duration.between(Instant.now(), paced());
    }

    void begins(Duration before) {
        ahead = before;
    }

    /** @param now what it says until then */
    void pace(int wanted, Instant now) {
        if (wanted < 0 || wanted > FASTEST) {
            throw new IllegalArgumentException("a clock goes 0 to " + FASTEST + " times as fast: " + wanted);
        }
        pace = wanted;
        stopAt = Instant.MAX;
        anchor(now);
        if (pace == 1) {
            ahead = Duration.between(Instant.now(), now);
        }
    }

    void step(Duration time, Instant now) {
        pace(FASTEST, now);
        stopAt = now.plus(time);
    }

    /** @param next when something is to happen next */
    Instant now(Instant next) {
        Instant paced = paced();
        if (pace < 2 || next.isAfter(paced)) {
            return paced;
        }
        return next.isAfter(reached) ? next : reached;
    }

    /** Whether something that is to happen then is due. */
    boolean reaches(Instant due) {
        Instant paced = paced();
        if (due.isAfter(paced)) {
            if (!stopAt.isAfter(paced)) {
                pace(0, stopAt);
            }
            return false;
        }
        if (pace > 1) {
            reached = due.isAfter(reached) ? due : reached;
            if (Duration.between(due, paced).toNanos() > FURTHEST_BEHIND_NANOS * pace) {
                anchor(due);
            }
        }
        return true;
    }

    /** How long to wait until something that is to happen then is due; at least a millisecond. */
    long millisUntil(Instant due) {
        Instant next = stopAt.isBefore(due) ? stopAt : due;
        if (pace == 0 || next.equals(Instant.MAX)) {
            return LONGEST_WAIT_MILLIS;
        }
        long millis = Duration.between(paced(), next).toMillis() / pace;
        return Math.max(1, Math.min(LONGEST_WAIT_MILLIS, millis));
    }

    private Instant paced() {
        if (pace == 1) {
            return Instant.now().plus(ahead);
        }
        Instant at = anchor.plusNanos((System.nanoTime() - anchoredAt) * pace);
        return at.isBefore(stopAt) ? at : stopAt;
    }

    private void anchor(Instant at) {
        anchor = at;
        anchoredAt = System.nanoTime();
    }
}
