package jordfell.lab.net;

import java.time.Instant;
import java.util.Optional;

/** Something that datagrams pass on the way between a site and everything else, and what it does to them. */
public interface Hop {

    /** What becomes of one that leaves the site; empty if it goes no further. */
    Optional<Packet> out(Packet packet, Instant now);

    /** What becomes of one that comes to the site; the same unless a hop says otherwise. */
    default Optional<Packet> in(Packet packet, Instant now) {
        return out(packet, now);
    }
}
