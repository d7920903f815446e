package jordfell.core.calls;

import java.time.Duration;
import java.util.Optional;

/**
 * Where calls for an extension go instead.
 *
 * @param always whatever its devices do
 * @param unanswered when nobody answers within {@code after}
 * @param unreachable when it is registered nowhere
 */
public record Diversions(
        Optional<String> always,
        Optional<String> busy,
        Optional<String> unanswered,
        Duration after,
        Optional<String> unreachable) {

    /** How long it rings before it counts as not answered, where nothing else is said. */
    public static final Duration USUAL = Duration.ofSeconds(20);

    public static final Diversions NONE =
            new Diversions(Optional.empty(), Optional.empty(), Optional.empty(), USUAL, Optional.empty());
}
