package jordfell.core.capture;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Parts the bytes of a capture into frames, as they come: pcap (draft-ietf-opsawg-pcap) with times in micro- or nanoseconds,
 * and pcapng (draft-ietf-opsawg-pcapng), both in either byte order. It keeps no more than one record.
 */
public final class CaptureReader {

    private static final int PCAP_MICROS = 0xA1B2C3D4;
    private static final int PCAP_NANOS = 0xA1B23C4D;
    private static final int SECTION = 0x0A0D0D0A;
    private static final int BYTE_ORDER = 0x1A2B3C4D;
    private static final int INTERFACE = 1;
    private static final int SIMPLE_PACKET = 3;
    private static final int PACKET = 6;
    private static final int LONGEST_RECORD = 1 << 20;
    private static final int MOST_INTERFACES = 1_000;
    private static final int TIME_RESOLUTION = 9;
    private static final int TIME_OFFSET = 14;
    private static final long NANOS = 1_000_000_000L;

    /** Takes frames. */
    public interface Frames {

        /**
         * A frame.
         *
         * @param bytes to be read from {@code from} for {@code length}, before the next is taken
         * @param isWhole whether all of it was recorded
         */
        void frame(Instant at, int linkType, byte[] bytes, int from, int length, boolean isWhole);
    }

    private record Interface(int linkType, long ticksPerSecond, long offset) {}

    private final Frames frames;
    private byte[] buffer = new byte[1 << 16];
    private int from;
    private int to;
    private long place;
    private boolean isNg;
    private boolean isBegun;
    private ByteOrder order = ByteOrder.LITTLE_ENDIAN;
    private final List<Interface> interfaces = new ArrayList<>();

    public CaptureReader(Frames frames) {
        this.frames = frames;
    }

    /** Whether a file that begins so is a capture; of its first four bytes. */
    static boolean begins(byte[] head) {
        int magic = ByteBuffer.wrap(head).getInt();
        return magic == SECTION || isPcap(magic) || isPcap(Integer.reverseBytes(magic));
    }

    private static boolean isPcap(int magic) {
        return magic == PCAP_MICROS || magic == PCAP_NANOS;
    }

    /** Takes what came next. */
    public void take(byte[] bytes, int offset, int length) throws UnreadableException {
        append(bytes, offset, length);
        while (isBegun ? isNg ? block() : record() : begin()) {
            // goes on as long as there is a whole one
        }
    }

    /** Nothing more comes. */
    public void end() throws UnreadableException {
        if (to > from) {
            throw new UnreadableException(
                    "It is cut short within what begins at byte " + place + "; what stands before " + "that was read.");
        }
    }

    private void append(byte[] bytes, int offset, int length) {
        if (to + length > buffer.length) {
            int held = to - from;
            byte[] room = held + length > buffer.length ? new byte[Math.max(2 * buffer.length, held + length)] : buffer;
            System.arraycopy(buffer, from, room, 0, held);
            buffer = room;
            from = 0;
            to = held;
        }
        System.arraycopy(bytes, offset, buffer, to, length);
        to += length;
    }

    private boolean has(int bytes) {
        return to - from >= bytes;
    }

    private void skip(int bytes) {
        from += bytes;
        place += bytes;
    }

    private int word(int at) {
        return ByteBuffer.wrap(buffer, from + at, 4).order(order).getInt();
    }

    private int half(int at) {
        return ByteBuffer.wrap(buffer, at, 2).order(order).getShort() & 0xffff;
    }

    private boolean begin() throws UnreadableException {
        if (!has(4)) {
            return false;
        }
        int magic = ByteBuffer.wrap(buffer, from, 4).getInt();
        if (magic == SECTION) {
            isNg = true;
            isBegun = true;
            return true;
        }
        if (!isPcap(magic) && !isPcap(Integer.reverseBytes(magic))) {
            throw new UnreadableException("It begins as no capture does, neither pcap nor pcapng.");
        }
        if (!has(24)) {
            return false;
        }
        order = isPcap(magic) ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN;
        long ticks = word(0) == PCAP_NANOS ? NANOS : 1_000_000;
        interfaces.add(new Interface(word(20) & 0xffff, ticks, 0));
        isBegun = true;
        skip(24);
        return true;
    }

    private boolean record() throws UnreadableException {
        if (!has(16)) {
            return false;
        }
        int kept = word(8);
        if (kept < 0 || kept > LONGEST_RECORD) {
            throw new UnreadableException("The packet at byte " + place + " says that it has " + (kept & 0xffffffffL)
                    + " bytes; what stands before it was read.");
        }
        if (!has(16 + kept)) {
            return false;
        }
        Interface only = interfaces.get(0);
        Instant at =
                Instant.ofEpochSecond(word(0) & 0xffffffffL, (word(4) & 0xffffffffL) * (NANOS / only.ticksPerSecond()));
        frames.frame(at, only.linkType(), buffer, from + 16, kept, kept >= word(12));
        skip(16 + kept);
        return true;
    }

    private boolean block() throws UnreadableException {
        if (!has(12)) {
            return false;
        }
        if (ByteBuffer.wrap(buffer, from, 4).getInt() == SECTION) {
            order = ByteBuffer.wrap(buffer, from + 8, 4).getInt() == BYTE_ORDER
                    ? ByteOrder.BIG_ENDIAN
                    : ByteOrder.LITTLE_ENDIAN;
            interfaces.clear();
        }
        int type = word(0);
        int length = word(4);
        if (length < 12 || length % 4 != 0 || length > LONGEST_RECORD) {
            throw new UnreadableException("The block at byte " + place + " says that it has " + (length & 0xffffffffL)
                    + " bytes; what stands before it was read.");
        }
        if (!has(length)) {
            return false;
        }
        if (type == INTERFACE && length >= 20 && interfaces.size() < MOST_INTERFACES) {
            interfaces.add(described(length));
        } else if (type == PACKET && length >= 32) {
            packet(length);
        } else if (type == SIMPLE_PACKET && length >= 16 && !interfaces.isEmpty()) {
            int original = word(8);
            int kept = Math.min(original & 0x7fffffff, length - 16);
            frames.frame(Instant.EPOCH, interfaces.get(0).linkType(), buffer, from + 12, kept, kept >= original);
        }
        skip(length);
        return true;
    }

    private void packet(int length) {
        int which = word(8);
        int kept = word(20);
        if (which < 0 || which >= interfaces.size() || kept < 0 || kept > length - 32) {
            return;
        }
        Interface on = interfaces.get(which);
        long ticks = (long) word(12) << 32 | word(16) & 0xffffffffL;
        long second = Long.divideUnsigned(ticks, on.ticksPerSecond());
        long rest = Long.remainderUnsigned(ticks, on.ticksPerSecond());
        // A time that no calendar has is kept as the last one that is.
        long within = Math.min(Math.max(second, 0) + on.offset(), Instant.MAX.getEpochSecond() / 4);
        Instant at = Instant.ofEpochSecond(Math.max(within, 0), nanos(rest, on.ticksPerSecond()));
        frames.frame(at, on.linkType(), buffer, from + 28, kept, kept >= word(24));
    }

    /** Ticks within a second as nanoseconds, exactly where they are whole ones. */
    private static long nanos(long ticks, long perSecond) {
        if (NANOS % perSecond == 0) {
            return ticks * (NANOS / perSecond);
        }
        return Math.min(NANOS - 1, Math.round((double) ticks / perSecond * NANOS));
    }

    private Interface described(int length) {
        long ticks = 1_000_000;
        long offset = 0;
        int end = from + length - 4;
        for (int at = from + 16; at + 4 <= end; ) {
            int code = half(at);
            int size = half(at + 2);
            if (code == 0 || at + 4 + size > end) {
                break;
            }
            if (code == TIME_RESOLUTION && size == 1) {
                ticks = ticks(buffer[at + 4]);
            } else if (code == TIME_OFFSET && size == 8) {
                offset = ByteBuffer.wrap(buffer, at + 4, 8).order(order).getLong();
            }
            at += 4 + (size + 3) / 4 * 4;
        }
        return new Interface(half(from + 8), ticks, Math.abs(offset) > Integer.MAX_VALUE ? 0 : offset);
    }

    /** Ten to the power of it, or two, if its first bit is set; what no clock has is taken for microseconds. */
    private static long ticks(byte resolution) {
        int power = resolution & 0x7f;
        boolean isOfTwo = resolution < 0;
        if (isOfTwo ? power > 62 : power > 18) {
            return 1_000_000;
        }
        return isOfTwo ? 1L << power : (long) Math.pow(10, power);
    }

    @Override
    public String toString() {
        return "CaptureReader[" + (isNg ? "pcapng" : "pcap") + " at " + place + ", "
                + Arrays.toString(interfaces.toArray()) + "]";
    }
}
