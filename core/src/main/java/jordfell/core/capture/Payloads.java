package jordfell.core.capture;

import java.time.Instant;
import java.util.Optional;

/** Reads datagrams of another protocol than SIP, told by their ports. */
public interface Payloads {

    /** What a datagram says; empty for one that is none of this protocol. */
    Optional<Sighting> read(Instant at, Flow flow, byte[] payload);

    /** Whether a datagram between these ports may be one. */
    boolean mayBe(Flow flow);
}
