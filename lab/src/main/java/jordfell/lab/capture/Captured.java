package jordfell.lab.capture;

import java.time.Instant;
import jordfell.lab.net.Endpoint;

/** A datagram as it was on the wire. Its bytes are not copied; nobody changes them, and nobody compares two of these. */
@SuppressWarnings("ArrayRecordComponent")
public record Captured(Instant at, Endpoint from, Endpoint to, byte[] bytes) {

    /** Whether it went to or came from an address. */
    public boolean touches(String host) {
        return from.host().equals(host) || to.host().equals(host);
    }
}
