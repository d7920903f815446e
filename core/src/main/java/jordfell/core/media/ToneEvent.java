package jordfell.core.media;

import java.nio.ByteBuffer;
import java.util.Optional;

/**
 * A key that is pressed in a call, as an RTP packet carries it (RFC 4733 §2.3, in the header of RFC 3550 §5.1).
 *
 * @param key 0 to 9, * or #
 * @param isOver whether the key was let go
 * @param duration how long it has been pressed, in units of 1/8000 second
 * @param begun the RTP time at which it was pressed: the same in all packets of one press
 * @param sequence number of the packet
 * @param source of the stream, as whoever sends it chose it
 */
public record ToneEvent(char key, boolean isOver, int duration, long begun, int sequence, long source) {

    /** How the encoding is named in a session description (§7.1.1). */
    public static final String ENCODING = "telephone-event/8000";

    private static final String KEYS = "0123456789*#";
    private static final int LENGTH = 16;
    private static final int VERSION_2 = 0x80;
    private static final int MARKER = 0x80;
    private static final int END = 0x80;

    /** A usual loudness, in dBm0 below zero (§2.3.4). */
    private static final int VOLUME = 10;

    /** Whether it can be pressed. */
    public static boolean isKey(char key) {
        return KEYS.indexOf(key) >= 0;
    }

    /**
     * As a packet.
     *
     * @param payload the type on which both sides agreed
     * @param isFirst whether it is the first of its press
     */
    public byte[] packet(int payload, boolean isFirst) {
        return ByteBuffer.allocate(LENGTH)
                .put((byte) VERSION_2)
                .put((byte) (payload | (isFirst ? MARKER : 0)))
                .putShort((short) sequence)
                .putInt((int) begun)
                .putInt((int) source)
                .put((byte) KEYS.indexOf(key))
                .put((byte) (VOLUME | (isOver ? END : 0)))
                .putShort((short) duration)
                .array();
    }

    /** Reads a packet; empty if it is none of this type, or of no key. */
    public static Optional<ToneEvent> read(byte[] packet, int payload) {
        boolean isRtp = packet.length >= LENGTH && (packet[0] & 0xC0) == VERSION_2 && (packet[1] & 0x7F) == payload;
        // Sources that were mixed stand before the event (RFC 3550 §5.1); an extension does not come with keys.
        int start = isRtp ? 12 + 4 * (packet[0] & 0x0F) : 0;
        if (!isRtp || (packet[0] & 0x10) != 0 || packet.length < start + 4) {
            return Optional.empty();
        }
        ByteBuffer bytes = ByteBuffer.wrap(packet);
        int event = packet[start] & 0xFF;
        return event >= KEYS.length()
                ? Optional.empty()
                : Optional.of(new ToneEvent(
                        KEYS.charAt(event),
                        (packet[start + 1] & END) != 0,
                        bytes.getShort(start + 2) & 0xFFFF,
                        bytes.getInt(4) & 0xFFFFFFFFL,
                        bytes.getShort(2) & 0xFFFF,
                        bytes.getInt(8) & 0xFFFFFFFFL));
    }
}
