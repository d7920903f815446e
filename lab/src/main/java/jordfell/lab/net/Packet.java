package jordfell.lab.net;

import java.nio.charset.StandardCharsets;
import java.time.Duration;

/** A datagram on its way: between whom, what it carries, and how much longer it takes than usual. */
public final class Packet {

    private static final int MOST_OF_A_FIRST_LINE = 1_000;

    private final Endpoint from;
    private final Endpoint to;
    private final byte[] bytes;
    private final Duration late;

    private Packet(Endpoint from, Endpoint to, byte[] bytes, Duration late) {
        this.from = from;
        this.to = to;
        this.bytes = bytes;
        this.late = late;
    }

    /** As it is sent. Its bytes are not copied; nobody changes them. */
    static Packet of(Endpoint from, Endpoint to, byte[] bytes) {
        return new Packet(from, to, bytes, Duration.ZERO);
    }

    public Endpoint from() {
        return from;
    }

    public Endpoint to() {
        return to;
    }

    public byte[] bytes() {
        return bytes;
    }

    /** Beyond the usual time. */
    public Duration late() {
        return late;
    }

    public Packet from(Endpoint other) {
        return new Packet(other, to, bytes, late);
    }

    public Packet to(Endpoint other) {
        return new Packet(from, other, bytes, late);
    }

    public Packet carrying(byte[] other) {
        return new Packet(from, to, other, late);
    }

    public Packet later(Duration by) {
        return new Packet(from, to, bytes, late.plus(by));
    }

    /** Whether its first line is one of SIP’s (RFC 3261 §7). */
    public boolean isSip() {
        int end = 0;
        int most = Math.min(bytes.length, MOST_OF_A_FIRST_LINE);
        while (end < most && bytes[end] != '\r' && bytes[end] != '\n') {
            end++;
        }
        String line = new String(bytes, 0, end, StandardCharsets.ISO_8859_1);
        return line.startsWith("SIP/2.0 ") || line.endsWith(" SIP/2.0");
    }
}
