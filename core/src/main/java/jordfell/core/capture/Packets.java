package jordfell.core.capture;

import java.time.Instant;

/** Takes what goes over IP: datagrams whole, and segments of streams. Bytes are to be read before the next is taken. */
public interface Packets {

    /** A UDP datagram (RFC 768). */
    void datagram(Instant at, Flow flow, byte[] bytes, int from, int length);

    /**
     * A TCP segment (RFC 9293).
     *
     * @param flags as on the wire: FIN is 1, SYN 2, RST 4
     */
    void segment(Instant at, Flow flow, int sequence, int flags, byte[] bytes, int from, int length);
}
