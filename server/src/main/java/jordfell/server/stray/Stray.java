package jordfell.server.stray;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.StrayOutcome;

/**
 * An agent that belongs to no enrolled device.
 *
 * @param host the address that it comes from, without the port
 * @param mac what its instance names; empty text if it names none
 * @param claims the enrolled device that it says it is, while that one is registered from elsewhere
 * @param outcome what came of it with what was seen last
 * @param device what somebody said that it is
 * @param newest its newest exchange
 */
record Stray(
        long id,
        String domain,
        String number,
        String host,
        String agent,
        String mac,
        Optional<Long> claims,
        Instant firstAt,
        Instant lastAt,
        long times,
        String peer,
        StrayOutcome outcome,
        Optional<Long> device,
        boolean ignored,
        boolean refused,
        List<Observation> newest) {}
