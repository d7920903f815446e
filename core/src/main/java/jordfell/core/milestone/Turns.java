package jordfell.core.milestone;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;

/**
 * Registrations of one extension by one device that come from two hosts in turn.
 *
 * @param one where the newest came from
 * @param other where the one before came from
 * @param times how often they took turns without a pause
 */
public record Turns(String one, String other, Instant since, Instant last, int times) {

    /** After so long a pause it moved, rather than taking turns. */
    private static final Duration PAUSE = Duration.ofHours(2);

    static Optional<Turns> after(Optional<Turns> before, Optional<BindingChanged> known, BindingChanged next) {
        if (!next.change().live()) {
            return Optional.empty();
        }
        String from =
                known.filter(k -> k.change().live()).map(k -> host(k.peer())).orElse("");
        String to = host(next.peer());
        Optional<Turns> lasting = before.filter(t -> t.last().plus(PAUSE).isAfter(next.at()));
        if (from.isEmpty() || to.isEmpty() || from.equals(to)) {
            return lasting;
        }
        return Optional.of(lasting.filter(t -> t.one().equals(from) && t.other().equals(to))
                .map(t -> new Turns(to, from, t.since(), next.at(), t.times() + 1))
                .orElseGet(() -> new Turns(to, from, next.at(), next.at(), 1)));
    }

    private static String host(String peer) {
        return peer.substring(0, Math.max(0, peer.lastIndexOf(':')));
    }
}
