package jordfell.lab.ntp;

import java.nio.ByteBuffer;
import java.time.Instant;
import java.util.Optional;

/** The messages of simple network time (RFC 4330 §4): 48 bytes each way. */
public final class Sntp {

    public static final int PORT = 123;

    private static final int LENGTH = 48;
    private static final int TRANSMITTED = 40;
    private static final int ORIGINATED = 24;
    private static final byte FROM_CLIENT = 0x23; // version 4, mode 3
    private static final byte FROM_SERVER = 0x24; // version 4, mode 4
    private static final byte STRATUM = 2;

    /** Seconds from 1900 to 1970. */
    private static final long TO_1970 = 2_208_988_800L;

    private static final long ERA = 1L << 32;

    private Sntp() {}

    /** A question by a client whose clock says this. */
    public static byte[] request(Instant clock) {
        ByteBuffer message = ByteBuffer.allocate(LENGTH);
        message.put(0, FROM_CLIENT);
        put(message, TRANSMITTED, clock);
        return message.array();
    }

    /** The answer to a question; empty for bytes that are none. */
    public static Optional<byte[]> reply(byte[] request, Instant now) {
        if (request.length < LENGTH || (request[0] & 7) != 3) {
            return Optional.empty();
        }
        ByteBuffer message = ByteBuffer.allocate(LENGTH);
        message.put(0, FROM_SERVER);
        message.put(1, STRATUM);
        message.putLong(ORIGINATED, ByteBuffer.wrap(request).getLong(TRANSMITTED));
        put(message, 32, now);
        put(message, TRANSMITTED, now);
        return Optional.of(message.array());
    }

    /** What time an answer tells; empty for bytes that are none, or none to this question. */
    public static Optional<Instant> time(byte[] reply, byte[] request) {
        if (reply.length < LENGTH || (reply[0] & 7) != 4) {
            return Optional.empty();
        }
        ByteBuffer message = ByteBuffer.wrap(reply);
        if (message.getLong(ORIGINATED) != ByteBuffer.wrap(request).getLong(TRANSMITTED)) {
            return Optional.empty();
        }
        long seconds = message.getInt(TRANSMITTED) & 0xffff_ffffL;
        long nanos = ((message.getInt(TRANSMITTED + 4) & 0xffff_ffffL) * 1_000_000_000L) >> 32;
        // Before bit 0 is set again it is after 2036 (§3).
        long since1900 = seconds < ERA / 2 ? seconds + ERA : seconds;
        return Optional.of(Instant.ofEpochSecond(since1900 - TO_1970, nanos));
    }

    private static void put(ByteBuffer message, int at, Instant time) {
        message.putInt(at, (int) (time.getEpochSecond() + TO_1970));
        message.putInt(at + 4, (int) (((long) time.getNano() << 32) / 1_000_000_000L));
    }
}
