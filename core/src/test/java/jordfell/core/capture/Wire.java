package jordfell.core.capture;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;

/** Frames and captures as others would make them, byte by byte. */
final class Wire {

    private static final int TCP = 6;

    static final byte[] PHONE = {(byte) 198, 51, 100, 7};
    static final byte[] NODE = {(byte) 192, 0, 2, 11};
    static final byte[] PHONE_6 = six("20010db8000000000000000000000007");
    static final byte[] NODE_6 = six("20010db8000000010000000000000011");

    @SuppressWarnings("ArrayRecordComponent") // read by nobody but the writers below
    record Framed(Instant at, byte[] bytes) {}

    private Wire() {}

    private static byte[] six(String hex) {
        return java.util.HexFormat.of().parseHex(hex);
    }

    static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    static String text(byte[] bytes) {
        return new String(bytes, StandardCharsets.UTF_8);
    }

    static byte[] register(String callId) {
        return text("REGISTER sip:v.example SIP/2.0\r\nVia: SIP/2.0/UDP 198.51.100.7:5060;branch=z9hG4bK1\r\n"
                + "From: <sip:2416@v.example>;tag=f\r\nTo: <sip:2416@v.example>\r\nCall-ID: " + callId
                + "\r\nCSeq: 1 REGISTER\r\nContact: <sip:2416@198.51.100.7:5060>;"
                + "+sip.instance=\"<urn:uuid:00000000-0000-1000-8000-024b7a00531c>\"\r\nExpires: 120\r\n"
                + "Content-Length: 0\r\n\r\n");
    }

    static byte[] answer(String callId, String status, String... headers) {
        String more = headers.length == 0 ? "" : String.join("\r\n", headers) + "\r\n";
        return text("SIP/2.0 " + status + "\r\nVia: SIP/2.0/UDP 198.51.100.7:5060;branch=z9hG4bK1\r\n"
                + "From: <sip:2416@v.example>;tag=f\r\nTo: <sip:2416@v.example>;tag=t\r\nCall-ID: " + callId
                + "\r\nCSeq: 1 REGISTER\r\n" + more + "Content-Length: 0\r\n\r\n");
    }

    static byte[] udp(int from, int to, byte[] payload) {
        return ByteBuffer.allocate(8 + payload.length)
                .putShort((short) from)
                .putShort((short) to)
                .putShort((short) (8 + payload.length))
                .putShort((short) 0)
                .put(payload)
                .array();
    }

    static byte[] tcp(int from, int to, int sequence, int flags, byte[] payload) {
        return ByteBuffer.allocate(20 + payload.length)
                .putShort((short) from)
                .putShort((short) to)
                .putInt(sequence)
                .putInt(0)
                .put((byte) (5 << 4))
                .put((byte) flags)
                .putShort((short) 0xffff)
                .putInt(0)
                .put(payload)
                .array();
    }

    static byte[] v4(byte[] from, byte[] to, int protocol, byte[] body) {
        return v4(from, to, protocol, 7, 0, body);
    }

    /** @param part flags and offset, as on the wire */
    static byte[] v4(byte[] from, byte[] to, int protocol, int id, int part, byte[] body) {
        byte[] packet = ByteBuffer.allocate(20 + body.length)
                .put((byte) 0x45)
                .put((byte) 0)
                .putShort((short) (20 + body.length))
                .putShort((short) id)
                .putShort((short) part)
                .put((byte) 64)
                .put((byte) protocol)
                .putShort((short) 0)
                .put(from)
                .put(to)
                .put(body)
                .array();
        ByteBuffer.wrap(packet).putShort(10, Checksum.of(packet, 0, 20, 0));
        return protocol == TCP && part == 0 ? checked(packet, 20, Checksum.sum(packet, 12, 8)) : packet;
    }

    /** With the checksum of the segment that begins there (RFC 9293 §3.1). */
    private static byte[] checked(byte[] packet, int from, int addresses) {
        int length = packet.length - from;
        ByteBuffer.wrap(packet).putShort(from + 16, Checksum.of(packet, from, length, addresses + TCP + length));
        return packet;
    }

    static byte[] v6(byte[] from, byte[] to, int next, byte[] body) {
        byte[] packet = ByteBuffer.allocate(40 + body.length)
                .putInt(0x60000000)
                .putShort((short) body.length)
                .put((byte) next)
                .put((byte) 64)
                .put(from)
                .put(to)
                .put(body)
                .array();
        return next == TCP ? checked(packet, 40, Checksum.sum(packet, 8, 32)) : packet;
    }

    /** An extension header of options (RFC 8200 §4.3) before what follows. */
    static byte[] withOptions(int next, byte[] body) {
        return ByteBuffer.allocate(8 + body.length)
                .put((byte) next)
                .put((byte) 0)
                .put(new byte[] {1, 4, 0, 0, 0, 0})
                .put(body)
                .array();
    }

    /** A fragment header (RFC 8200 §4.5) before what follows. */
    static byte[] fragment6(int next, int offset, boolean more, byte[] body) {
        return ByteBuffer.allocate(8 + body.length)
                .put((byte) next)
                .put((byte) 0)
                .putShort((short) (offset | (more ? 1 : 0)))
                .putInt(99)
                .put(body)
                .array();
    }

    static byte[] ethernet(byte[] packet, int... vlans) {
        ByteBuffer frame =
                ByteBuffer.allocate(14 + 4 * vlans.length + packet.length).put(new byte[12]);
        for (int i = 0; i < vlans.length; i++) {
            frame.putShort((short) (i == 0 && vlans.length > 1 ? 0x88a8 : 0x8100))
                    .putShort((short) vlans[i]);
        }
        frame.putShort((short) ((packet[0] & 0xf0) == 0x60 ? 0x86dd : 0x0800));
        return frame.put(packet).array();
    }

    /** A frame of that link type around an IP packet. */
    static byte[] linked(int linkType, byte[] packet) {
        short type = (short) ((packet[0] & 0xf0) == 0x60 ? 0x86dd : 0x0800);
        return switch (linkType) {
            case 1 -> ethernet(packet);
            case 113 ->
                ByteBuffer.allocate(16 + packet.length)
                        .position(14)
                        .putShort(type)
                        .put(packet)
                        .array();
            case 276 ->
                ByteBuffer.allocate(20 + packet.length)
                        .putShort(type)
                        .position(20)
                        .put(packet)
                        .array();
            case 0, 108 ->
                ByteBuffer.allocate(4 + packet.length).putInt(2).put(packet).array();
            default -> packet;
        };
    }

    static byte[] pcap(ByteOrder order, boolean nanos, int linkType, List<Framed> frames) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(ByteBuffer.allocate(24)
                .order(order)
                .putInt(nanos ? 0xA1B23C4D : 0xA1B2C3D4)
                .putShort((short) 2)
                .putShort((short) 4)
                .putLong(0)
                .putInt(65_535)
                .putInt(linkType)
                .array());
        for (Framed frame : frames) {
            out.writeBytes(ByteBuffer.allocate(16)
                    .order(order)
                    .putInt((int) (micros(frame.at()) / 1_000_000))
                    .putInt((int) (micros(frame.at()) % 1_000_000 * (nanos ? 1_000 : 1)))
                    .putInt(frame.bytes().length)
                    .putInt(frame.bytes().length)
                    .array());
            out.writeBytes(frame.bytes());
        }
        return out.toByteArray();
    }

    /** One with times in nanoseconds. */
    static byte[] pcapng(ByteOrder order, int linkType, List<Framed> frames) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        block(
                out,
                order,
                0x0A0D0D0A,
                ByteBuffer.allocate(16)
                        .order(order)
                        .putInt(0x1A2B3C4D)
                        .putInt(1)
                        .putLong(-1));
        block(
                out,
                order,
                1,
                ByteBuffer.allocate(20)
                        .order(order)
                        .putShort((short) linkType)
                        .putShort((short) 0)
                        .putInt(0)
                        .putShort((short) 9)
                        .putShort((short) 1)
                        .put(new byte[] {9, 0, 0, 0})
                        .putInt(0));
        for (Framed frame : frames) {
            long ticks = micros(frame.at()) * 1_000;
            int padded = (frame.bytes().length + 3) / 4 * 4;
            block(
                    out,
                    order,
                    6,
                    ByteBuffer.allocate(20 + padded)
                            .order(order)
                            .putInt(0)
                            .putInt((int) (ticks >>> 32))
                            .putInt((int) ticks)
                            .putInt(frame.bytes().length)
                            .putInt(frame.bytes().length)
                            .put(frame.bytes()));
        }
        return out.toByteArray();
    }

    private static long micros(Instant at) {
        return ChronoUnit.MICROS.between(Instant.EPOCH, at);
    }

    private static void block(ByteArrayOutputStream out, ByteOrder order, int type, ByteBuffer body) {
        byte[] bytes = new byte[body.capacity()];
        body.get(0, bytes);
        int length = bytes.length + 12;
        out.writeBytes(
                ByteBuffer.allocate(8).order(order).putInt(type).putInt(length).array());
        out.writeBytes(bytes);
        out.writeBytes(ByteBuffer.allocate(4).order(order).putInt(length).array());
    }
}
