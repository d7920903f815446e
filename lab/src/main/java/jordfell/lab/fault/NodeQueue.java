package jordfell.lab.fault;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** Requests that wait at a node which takes one after the other. What would have to wait for too long is not let in. */
final class NodeQueue {

    /** Nobody waits longer: by then a phone has asked again twice (RFC 3261 §17.1.2.2). */
    static final Duration LONGEST = Duration.ofSeconds(2);

    private final Duration each;
    private Instant freeAt = Instant.MIN;

    /** @param aSecond how many it takes */
    NodeQueue(int aSecond) {
        this.each = Duration.ofNanos(1_000_000_000L / aSecond);
    }

    /** When it has dealt with one that comes now, from now on; empty if that one is not let in. */
    Optional<Duration> join(Instant now) {
        Instant begins = freeAt.isAfter(now) ? freeAt : now;
        if (Duration.between(now, begins).compareTo(LONGEST) > 0) {
            return Optional.empty();
        }
        freeAt = begins.plus(each);
        return Optional.of(Duration.between(now, freeAt));
    }

    /** How many wait. */
    int waiting(Instant now) {
        return freeAt.isAfter(now) ? (int) (Duration.between(now, freeAt).toNanos() / each.toNanos()) : 0;
    }
}
