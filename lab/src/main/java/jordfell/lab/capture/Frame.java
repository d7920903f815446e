package jordfell.lab.capture;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jordfell.core.capture.Checksum;
import jordfell.lab.net.Endpoint;

/**
 * What is sent as Ethernet frames with IPv4 (RFC 791) and UDP (RFC 768) or TCP (RFC 9293), checksums and all.
 * A datagram that is longer than a frame holds goes in fragments; a piece of a stream is written as one frame all the same, as
 * where the network card puts it together.
 */
final class Frame {

    private static final int ETHERNET = 14;
    private static final int IP = 20;
    private static final int UDP = 8;
    private static final int TCP = 20;
    private static final int UDP_PROTOCOL = 17;
    private static final int TCP_PROTOCOL = 6;
    private static final int LONGEST = 65_535 - IP - TCP;
    private static final int PUSHED_AND_ACKNOWLEDGED = 0x18;
    private static final int WINDOW = 65_535;
    private static final int NOT_TO_BE_FRAGMENTED = 0x4000;

    /** What follows the header of an IPv4 packet on Ethernet, at most. */
    private static final int MOST_IN_A_FRAME = 1_480;

    private Frame() {}

    /**
     * Where a stream is when something is sent in it.
     *
     * @param sequence of the first byte of what is sent
     * @param acknowledged the next byte that is awaited from the other side
     */
    record Place(int sequence, int acknowledged) {
        static final Place NONE = new Place(0, 0);
    }

    /**
     * The frames of what was sent; none of a datagram that no IPv4 packet holds, or between addresses that are none of IPv4.
     *
     * @param place where its stream is, if the endpoints speak by one
     */
    static List<byte[]> of(Captured sent, int identification, Place place) {
        Optional<byte[]> source = address(sent.from().host());
        Optional<byte[]> target = address(sent.to().host());
        if (source.isEmpty() || target.isEmpty() || sent.bytes().length > LONGEST) {
            return List.of();
        }
        byte[] frame = frame(sent, source.get(), target.get(), identification, place);
        if (sent.firstFragment() > 0) {
            return fragments(frame, sent.firstFragment()).subList(0, 1);
        }
        boolean fits = sent.from().transport().isReliable() || frame.length <= ETHERNET + IP + MOST_IN_A_FRAME;
        return fits ? List.of(frame) : fragments(frame, MOST_IN_A_FRAME);
    }

    /** A frame that is too long, cut: each fragment but the last holds so much, in steps of eight octets (RFC 791 §3.2). */
    private static List<byte[]> fragments(byte[] frame, int most) {
        int step = Math.max(8, most / 8 * 8);
        int whole = frame.length - ETHERNET - IP;
        List<byte[]> fragments = new ArrayList<>();
        for (int from = 0; from < whole; from += step) {
            int length = Math.min(step, whole - from);
            ByteBuffer part = ByteBuffer.allocate(ETHERNET + IP + length);
            part.put(frame, 0, ETHERNET + IP).put(frame, ETHERNET + IP + from, length);
            part.putShort(ETHERNET + 2, (short) (IP + length));
            part.putShort(ETHERNET + 6, (short) ((from + length < whole ? 0x2000 : 0) | from / 8));
            sign(part.array());
            fragments.add(part.array());
        }
        return fragments;
    }

    private static byte[] frame(Captured sent, byte[] source, byte[] target, int identification, Place place) {
        Endpoint from = sent.from();
        Endpoint to = sent.to();
        byte[] payload = sent.bytes();
        boolean isStream = from.transport().isReliable();
        int header = isStream ? TCP : UDP;
        int protocol = isStream ? TCP_PROTOCOL : UDP_PROTOCOL;
        ByteBuffer frame = ByteBuffer.allocate(ETHERNET + IP + header + payload.length);
        frame.put(card(target)).put(card(source)).putShort((short) 0x0800);
        frame.put((byte) 0x45).put((byte) 0).putShort((short) (IP + header + payload.length));
        frame.putShort((short) identification).putShort((short) NOT_TO_BE_FRAGMENTED);
        frame.put((byte) 64).put((byte) protocol).putShort((short) 0);
        frame.put(source).put(target);
        frame.putShort(ETHERNET + 10, Checksum.of(frame.array(), ETHERNET, IP, 0));
        frame.putShort((short) from.port()).putShort((short) to.port());
        if (isStream) {
            frame.putInt(place.sequence()).putInt(place.acknowledged());
            frame.put((byte) (TCP / 4 << 4)).put((byte) PUSHED_AND_ACKNOWLEDGED);
            frame.putShort((short) WINDOW).putInt(0).put(payload);
        } else {
            frame.putShort((short) (UDP + payload.length)).putShort((short) 0).put(payload);
        }
        int pseudo = Checksum.sum(frame.array(), ETHERNET + 12, 8) + protocol + header + payload.length;
        short check = Checksum.of(frame.array(), ETHERNET + IP, header + payload.length, pseudo);
        boolean isNone = check == 0 && !isStream; // 0 means that there is none (RFC 768)
        frame.putShort(ETHERNET + IP + (isStream ? 16 : 6), isNone ? (short) 0xffff : check);
        return frame.array();
    }

    /** Writes the checksum of a frame’s IPv4 header anew. */
    private static void sign(byte[] frame) {
        ByteBuffer header = ByteBuffer.wrap(frame).putShort(ETHERNET + 10, (short) 0);
        header.putShort(ETHERNET + 10, Checksum.of(frame, ETHERNET, IP, 0));
    }

    /** A made-up card of its own for each address, locally administered. */
    private static byte[] card(byte[] address) {
        return new byte[] {0x02, 0x00, address[0], address[1], address[2], address[3]};
    }

    /** The four bytes of an address; empty for one that is none of IPv4. */
    static Optional<byte[]> address(String host) {
        String[] parts = host.split("\\.", -1);
        if (parts.length != 4
                || !Arrays.stream(parts).allMatch(p -> p.matches("[0-9]{1,3}") && Integer.parseInt(p) < 256)) {
            return Optional.empty();
        }
        byte[] bytes = new byte[4];
        for (int i = 0; i < 4; i++) {
            bytes[i] = (byte) Integer.parseInt(parts[i]);
        }
        return Optional.of(bytes);
    }
}
