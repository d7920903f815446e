package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.Pinged;

/**
 * Whether a contact answers OPTIONS.
 *
 * @param since when this began
 */
public record Ping(Instant at, boolean answered, Instant since) {

    static Ping after(Optional<Ping> before, Pinged next) {
        return new Ping(
                next.at(),
                next.answered(),
                before.filter(b -> b.answered == next.answered())
                        .map(Ping::since)
                        .orElse(next.at()));
    }
}
