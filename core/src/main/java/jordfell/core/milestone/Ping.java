package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.Pinged;

/**
 * Whether a contact answers OPTIONS.
 *
 * @param since when this began
 * @param times how many in a row
 */
public record Ping(Instant at, boolean answered, Instant since, int times) {

    private static final int DEAF = 2;

    static Ping after(Optional<Ping> before, Pinged next) {
        Optional<Ping> same = before.filter(b -> b.answered == next.answered());
        return new Ping(
                next.at(),
                next.answered(),
                same.map(Ping::since).orElse(next.at()),
                same.map(b -> b.times + 1).orElse(1));
    }

    /** A datagram may get lost, and its repetitions too; once is not yet a contact that does not answer. */
    public boolean isDeaf() {
        return !answered && times >= DEAF;
    }
}
