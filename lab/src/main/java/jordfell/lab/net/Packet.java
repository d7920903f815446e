package jordfell.lab.net;

import java.nio.charset.StandardCharsets;
import java.time.Duration;

/** A datagram on its way: between whom, what it carries, how much longer it takes than usual, and how much of it is left. */
public final class Packet {

    private static final int MOST_OF_A_FIRST_LINE = 1_000;

    private final Endpoint from;
    private final Endpoint to;
    private final byte[] bytes;
    private final Duration late;
    private final int firstFragment;

    private Packet(Endpoint from, Endpoint to, byte[] bytes, Duration late, int firstFragment) {
        this.from = from;
        this.to = to;
        this.bytes = bytes;
        this.late = late;
        this.firstFragment = firstFragment;
    }

    /** As it is sent. Its bytes are not copied; nobody changes them. */
    static Packet of(Endpoint from, Endpoint to, byte[] bytes) {
        return new Packet(from, to, bytes, Duration.ZERO, 0);
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
        return new Packet(other, to, bytes, late, firstFragment);
    }

    public Packet to(Endpoint other) {
        return new Packet(from, other, bytes, late, firstFragment);
    }

    public Packet carrying(byte[] other) {
        return new Packet(from, to, other, late, firstFragment);
    }

    public Packet later(Duration by) {
        return new Packet(from, to, bytes, late.plus(by), firstFragment);
    }

    /** All but its first fragment got lost, which holds so many of its bytes: nobody can put it together again. */
    public Packet brokenAfter(int octets) {
        return new Packet(from, to, bytes, late, octets);
    }

    /** How many of its bytes the one fragment holds that is left of it; 0 where it is whole. */
    public int firstFragment() {
        return firstFragment;
    }

    /** Whether it is put together where it arrives. */
    boolean isWhole() {
        return firstFragment == 0;
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
