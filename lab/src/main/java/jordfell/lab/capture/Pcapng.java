package jordfell.lab.capture;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.capture.CaptureReader;
import jordfell.core.capture.Flow;
import jordfell.core.capture.FrameReader;
import jordfell.core.capture.Packets;
import jordfell.core.capture.Tally;
import jordfell.core.capture.UnreadableException;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;

/**
 * Captures in the pcapng format (draft-ietf-opsawg-pcapng): one section, one Ethernet interface with times in microseconds, a
 * packet for each datagram or piece of a stream. Who an address is, stands as a comment on its packets and among the names that
 * tools show. What goes by TLS is left out: on a wire nobody could read it.
 */
public final class Pcapng {

    private static final int SECTION = 0x0A0D0D0A;
    private static final int INTERFACE = 1;
    private static final int NAMES = 4;
    private static final int PACKET = 6;
    private static final int BYTE_ORDER = 0x1A2B3C4D;
    private static final int ETHERNET = 1;
    private static final int COMMENT = 1;
    private static final int APPLICATION = 4;
    private static final int INTERFACE_NAME = 2;
    private static final int IPV4_NAME = 1;
    private static final int PIECE = 1 << 16;

    private Pcapng() {}

    /**
     * Writes a capture.
     *
     * @param names of addresses, such as {@code north} for a node’s
     * @return how many datagrams are in it: those between addresses that are none of IPv4 are not
     */
    public static int write(List<Captured> captured, Map<String, String> names, OutputStream out) throws IOException {
        block(out, SECTION, section());
        block(out, INTERFACE, description());
        block(out, NAMES, names(names));
        int written = 0;
        Map<String, Integer> streams = new HashMap<>();
        for (Captured one : captured) {
            if (one.from().transport() == Transport.TLS) {
                continue;
            }
            List<byte[]> frames = Frame.of(one, written & 0xffff, place(one, streams));
            for (byte[] frame : frames) {
                block(out, PACKET, packet(one, frame, names));
            }
            written += frames.isEmpty() ? 0 : 1;
        }
        return written;
    }

    /** Each stream begins with its first byte that was recorded. */
    private static Frame.Place place(Captured one, Map<String, Integer> streams) {
        if (!one.from().transport().isReliable()) {
            return Frame.Place.NONE;
        }
        String there = one.from() + " " + one.to();
        int sequence = streams.getOrDefault(there, 1);
        streams.put(there, sequence + one.bytes().length);
        return new Frame.Place(sequence, streams.getOrDefault(one.to() + " " + one.from(), 1));
    }

    private static ByteBuffer section() {
        ByteBuffer body = buffer(200)
                .putInt(BYTE_ORDER)
                .putShort((short) 1)
                .putShort((short) 0)
                .putLong(-1);
        return end(option(body, APPLICATION, "Jordfell Lab"));
    }

    private static ByteBuffer description() {
        ByteBuffer body =
                buffer(200).putShort((short) ETHERNET).putShort((short) 0).putInt(0);
        return end(option(body, INTERFACE_NAME, "lab"));
    }

    private static ByteBuffer names(Map<String, String> names) {
        ByteBuffer body = buffer(
                64 + names.values().stream().mapToInt(n -> 3 * n.length() + 16).sum());
        names.forEach((address, name) -> Frame.address(address).ifPresent(bytes -> {
            byte[] text = name.getBytes(StandardCharsets.UTF_8);
            body.putShort((short) IPV4_NAME).putShort((short) (bytes.length + text.length + 1));
            pad(body.put(bytes).put(text).put((byte) 0));
        }));
        return body.putInt(0); // nrb_record_end
    }

    private static ByteBuffer packet(Captured one, byte[] frame, Map<String, String> names) {
        long micros = ChronoUnit.MICROS.between(Instant.EPOCH, one.at());
        String from = names.getOrDefault(one.from().host(), "");
        String to = names.getOrDefault(one.to().host(), "");
        ByteBuffer body = buffer(frame.length + 3 * (from.length() + to.length()) + 64)
                .putInt(0)
                .putInt((int) (micros >>> 32))
                .putInt((int) micros)
                .putInt(frame.length)
                .putInt(frame.length);
        pad(body.put(frame));
        return from.isEmpty() && to.isEmpty() ? body : end(option(body, COMMENT, (from + " to " + to).strip()));
    }

    private static ByteBuffer buffer(int size) {
        return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static ByteBuffer option(ByteBuffer body, int code, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        return pad(body.putShort((short) code).putShort((short) bytes.length).put(bytes));
    }

    private static ByteBuffer end(ByteBuffer body) {
        return body.putInt(0); // opt_endofopt
    }

    private static ByteBuffer pad(ByteBuffer body) {
        while (body.position() % 4 != 0) {
            body.put((byte) 0);
        }
        return body;
    }

    private static void block(OutputStream out, int type, ByteBuffer body) throws IOException {
        int length = body.position() + 12;
        out.write(bytes(buffer(8).putInt(type).putInt(length)));
        out.write(bytes(body));
        out.write(bytes(buffer(4).putInt(length)));
    }

    private static byte[] bytes(ByteBuffer written) {
        byte[] bytes = new byte[written.position()];
        written.get(0, bytes);
        return bytes;
    }

    /**
     * Reads a capture back: datagrams and the segments of streams; what else is in it is passed over.
     *
     * @throws IOException for what is no capture, or is cut short, with where in it
     */
    public static List<Captured> read(InputStream in) throws IOException {
        List<Captured> read = new ArrayList<>();
        Packets packets = new Packets() {
            @Override
            public void datagram(Instant at, Flow flow, byte[] bytes, int from, int length) {
                read.add(captured(at, flow, Transport.UDP, Arrays.copyOfRange(bytes, from, from + length)));
            }

            @Override
            public void segment(Instant at, Flow flow, int sequence, int flags, byte[] bytes, int from, int length) {
                if (length > 0) { // what only acknowledges carries nothing
                    read.add(captured(at, flow, Transport.TCP, Arrays.copyOfRange(bytes, from, from + length)));
                }
            }
        };
        CaptureReader reader = new CaptureReader(new FrameReader(packets, new Tally()));
        try {
            byte[] piece = new byte[PIECE];
            for (int some = in.read(piece); some >= 0; some = in.read(piece)) {
                reader.take(piece, 0, some);
            }
            reader.end();
        } catch (UnreadableException e) {
            throw new IOException(e.getMessage(), e);
        }
        return read;
    }

    private static Captured captured(Instant at, Flow flow, Transport transport, byte[] bytes) {
        return Captured.whole(
                at,
                new Endpoint(flow.fromHost(), flow.fromPort(), transport),
                new Endpoint(flow.toHost(), flow.toPort(), transport),
                bytes);
    }
}
