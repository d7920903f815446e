package jordfell.core.ladder;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/**
 * One thing that went from one to another, or happened at one of them.
 *
 * @param to the same as {@code from} where nothing went anywhere
 * @param bad it was refused, not found or not answered
 * @param message the SIP message that it is
 */
public record Step(Instant at, Lane from, Lane to, String label, boolean bad, Optional<SipSeen> message) {

    static Step of(Instant at, Lane from, Lane to, String label, boolean bad) {
        return new Step(at, from, to, label, bad, Optional.empty());
    }

    /** Something that happened at one of them. */
    static Step at(Instant at, Lane there, String label, boolean bad) {
        return of(at, there, there, label, bad);
    }
}
