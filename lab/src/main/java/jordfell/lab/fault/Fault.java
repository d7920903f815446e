package jordfell.lab.fault;

import java.time.Instant;
import java.util.Optional;

/**
 * A fault that is switched on, or will be.
 *
 * @param where at what
 * @param at the token of a site, the host name of a node, the name of a domain, the MAC of a phone, or so many percent
 * @param amount in the unit of its kind; 0 for a kind that has none
 * @param since from when on it is there
 * @param until when it goes by itself; empty if somebody has to switch it off
 */
public record Fault(
        long id, FaultKind kind, FaultKind.Where where, String at, int amount, Instant since, Optional<Instant> until) {

    /** One where its kind is at home. */
    public Fault(long id, FaultKind kind, String at, int amount, Instant since, Optional<Instant> until) {
        this(id, kind, kind.where(), at, amount, since, until);
    }

    /** Whether it is there at a moment. */
    public boolean isOn(Instant now) {
        return !since.isAfter(now) && until.filter(end -> !end.isAfter(now)).isEmpty();
    }
}
