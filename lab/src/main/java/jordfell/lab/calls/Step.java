package jordfell.lab.calls;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** What a call does next on its way. */
sealed interface Step {

    /**
     * Rings these together.
     *
     * @param patience after how long it goes on; empty if it rings until the caller gives up
     */
    record Ring(List<Target> targets, Optional<Duration> patience) implements Step {}

    /**
     * It can't go on.
     *
     * @param status what the caller is answered, if no device said anything that tells more
     * @param why in words; empty if the status says it
     */
    record End(int status, String why) implements Step {}
}
