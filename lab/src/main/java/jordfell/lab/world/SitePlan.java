package jordfell.lab.world;

import java.time.Duration;
import java.util.Optional;

/**
 * How a site is set up in the world.
 *
 * @param site its token
 * @param option the DHCP option that tells phones where their files are, 66 or 160; 0 where people type it
 * @param nat by which address its phones are known to others, and how long its router waits for another datagram; empty
 *     where it translates no addresses. An empty address is one of the router’s own
 * @param router by which address the site would be known if its router began to translate; empty for any
 */
public record SitePlan(String site, int option, Optional<Nat> nat, String router) {

    /** A site whose router has no address of its own. */
    public SitePlan(String site, int option, Optional<Nat> nat) {
        this(site, option, nat, "");
    }

    /** As a router translates. */
    public record Nat(String address, Duration timeout) {}

    /** A site of which nothing more is known. */
    static SitePlan usual(String site) {
        return new SitePlan(site, 66, Optional.empty());
    }
}
