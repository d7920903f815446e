package jordfell.lab.capture;

import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Optional;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;

/**
 * What is sent as an Ethernet frame with IPv4 (RFC 791) and UDP (RFC 768) or TCP (RFC 9293), checksums and all, and back.
 * What is longer than a frame holds is written as one frame all the same, as where the network card puts it together.
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

    /** The frame of a datagram; empty for one that no IPv4 packet holds, or between addresses that are none of IPv4. */
    static Optional<byte[]> of(Endpoint from, Endpoint to, byte[] payload, int identification) {
        return of(from, to, payload, identification, Place.NONE);
    }

    /** The same of a piece of a stream, where that is what the endpoints speak by. */
    static Optional<byte[]> of(Endpoint from, Endpoint to, byte[] payload, int identification, Place place) {
        Optional<byte[]> source = address(from.host());
        Optional<byte[]> target = address(to.host());
        if (source.isEmpty() || target.isEmpty() || payload.length > LONGEST) {
            return Optional.empty();
        }
        boolean isStream = from.transport().isReliable();
        int header = isStream ? TCP : UDP;
        int protocol = isStream ? TCP_PROTOCOL : UDP_PROTOCOL;
        ByteBuffer frame = ByteBuffer.allocate(ETHERNET + IP + header + payload.length);
        frame.put(card(target.get())).put(card(source.get())).putShort((short) 0x0800);
        frame.put((byte) 0x45).put((byte) 0).putShort((short) (IP + header + payload.length));
        frame.putShort((short) identification).putShort((short) 0x4000); // not to be fragmented
        frame.put((byte) 64).put((byte) protocol).putShort((short) 0);
        frame.put(source.get()).put(target.get());
        frame.putShort(ETHERNET + 10, checksum(frame.array(), ETHERNET, IP, 0));
        frame.putShort((short) from.port()).putShort((short) to.port());
        if (isStream) {
            frame.putInt(place.sequence()).putInt(place.acknowledged());
            frame.put((byte) (TCP / 4 << 4)).put((byte) PUSHED_AND_ACKNOWLEDGED);
            frame.putShort((short) WINDOW).putInt(0).put(payload);
        } else {
            frame.putShort((short) (UDP + payload.length)).putShort((short) 0).put(payload);
        }
        int pseudo = sum(frame.array(), ETHERNET + 12, 8) + protocol + header + payload.length;
        short check = checksum(frame.array(), ETHERNET + IP, header + payload.length, pseudo);
        boolean isNone = check == 0 && !isStream; // 0 means that there is none (RFC 768)
        frame.putShort(ETHERNET + IP + (isStream ? 16 : 6), isNone ? (short) 0xffff : check);
        return Optional.of(frame.array());
    }

    /** What a frame carries: between whom, and what. */
    @SuppressWarnings("ArrayRecordComponent")
    record Carried(Endpoint from, Endpoint to, byte[] payload) {}

    /** What a frame carries; empty for a frame that is none of IPv4 with UDP or TCP, is cut short or is broken. */
    static Optional<Carried> read(byte[] frame) {
        if (frame.length < ETHERNET + IP + UDP || at(frame, 12) != 0x0800 || frame[ETHERNET] >> 4 != 4) {
            return Optional.empty();
        }
        int header = (frame[ETHERNET] & 0xf) * 4;
        int udp = ETHERNET + header;
        boolean isWhole = (at(frame, ETHERNET + 6) & 0x3fff) == 0;
        if (header < IP || !isWhole || udp + UDP > frame.length || checksum(frame, ETHERNET, header, 0) != 0) {
            return Optional.empty();
        }
        if (frame[ETHERNET + 9] == TCP_PROTOCOL) {
            return stream(frame, udp);
        }
        if (frame[ETHERNET + 9] != UDP_PROTOCOL) {
            return Optional.empty();
        }
        int length = at(frame, udp + 4);
        if (length < UDP || udp + length > frame.length) {
            return Optional.empty();
        }
        return Optional.of(new Carried(
                new Endpoint(dotted(frame, ETHERNET + 12), at(frame, udp)),
                new Endpoint(dotted(frame, ETHERNET + 16), at(frame, udp + 2)),
                Arrays.copyOfRange(frame, udp + UDP, udp + length)));
    }

    private static Optional<Carried> stream(byte[] frame, int tcp) {
        int end = ETHERNET + at(frame, ETHERNET + 2);
        if (tcp + TCP > frame.length || end > frame.length) {
            return Optional.empty();
        }
        int payload = tcp + (frame[tcp + 12] >> 4 & 0xf) * 4;
        return payload < tcp + TCP || payload >= end
                ? Optional.empty() // what only acknowledges carries nothing
                : Optional.of(new Carried(
                        new Endpoint(dotted(frame, ETHERNET + 12), at(frame, tcp), Transport.TCP),
                        new Endpoint(dotted(frame, ETHERNET + 16), at(frame, tcp + 2), Transport.TCP),
                        Arrays.copyOfRange(frame, payload, end)));
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

    private static String dotted(byte[] bytes, int at) {
        return (bytes[at] & 0xff) + "." + (bytes[at + 1] & 0xff) + "." + (bytes[at + 2] & 0xff) + "."
                + (bytes[at + 3] & 0xff);
    }

    private static int at(byte[] bytes, int at) {
        return (bytes[at] & 0xff) << 8 | bytes[at + 1] & 0xff;
    }

    private static int sum(byte[] bytes, int from, int length) {
        int sum = 0;
        for (int i = 0; i < length; i++) {
            int octet = bytes[from + i] & 0xff;
            sum += i % 2 == 0 ? octet << 8 : octet;
        }
        return sum;
    }

    /** The ones’ complement of the ones’ complement sum (RFC 1071). */
    private static short checksum(byte[] bytes, int from, int length, int more) {
        int sum = sum(bytes, from, length) + more;
        while (sum >> 16 != 0) {
            sum = (sum & 0xffff) + (sum >> 16);
        }
        return (short) ~sum;
    }
}
