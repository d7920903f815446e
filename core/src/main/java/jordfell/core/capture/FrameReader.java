package jordfell.core.capture;

import java.time.Instant;

/**
 * Takes frames apart down to datagrams and segments: Ethernet with VLAN tags (IEEE 802.1Q), Linux “any” in both versions,
 * loopback and raw IP; IPv4 (RFC 791) and IPv6 with its extension headers (RFC 8200), fragments put together.
 */
public final class FrameReader implements CaptureReader.Frames {

    private static final int LOOPBACK = 0;
    private static final int ETHERNET = 1;
    private static final int RAW = 101;
    private static final int RAW_BSD = 12;
    private static final int LOOPBACK_OPEN = 108;
    private static final int LINUX_ANY = 113;
    private static final int RAW_V4 = 228;
    private static final int RAW_V6 = 229;
    private static final int LINUX_ANY_2 = 276;

    private static final int TYPE_V4 = 0x0800;
    private static final int TYPE_V6 = 0x86dd;
    private static final int VLAN = 0x8100;
    private static final int VLAN_OUTER = 0x88a8;
    private static final int MOST_TAGS = 4;

    private static final int TCP = 6;
    private static final int UDP = 17;
    private static final int FRAGMENT = 44;
    private static final int AUTHENTICATION = 51;
    private static final int ROUTING = 43;
    private static final int MOST_EXTENSIONS = 8;

    private static final int UNCHECKED = -1;

    private final Packets packets;
    private final Tally tally;
    private final Fragments fragments;

    /** One that hands on what it finds, and counts what it can’t read. */
    public FrameReader(Packets packets, Tally tally) {
        this.packets = packets;
        this.tally = tally;
        this.fragments = new Fragments(tally);
    }

    @Override
    public void frame(Instant at, int linkType, byte[] bytes, int from, int length, boolean isWhole) {
        tally.packets++;
        if (!isWhole) {
            tally.cutFrames++;
        }
        int end = from + length;
        switch (linkType) {
            case ETHERNET -> typed(at, bytes, from + 12, end);
            case LINUX_ANY -> typed(at, bytes, from + 14, end);
            case LINUX_ANY_2 -> {
                if (length >= 20) {
                    ip(at, bytes, from + 20, end, half(bytes, from));
                }
            }
            case LOOPBACK, LOOPBACK_OPEN -> byVersion(at, bytes, from + 4, end);
            case RAW, RAW_BSD, RAW_V4, RAW_V6 -> byVersion(at, bytes, from, end);
            default -> tally.unknownLink(linkType);
        }
    }

    /** Nothing more comes: what waits for its rest waits in vain. */
    void end() {
        fragments.end();
    }

    private void typed(Instant at, byte[] bytes, int typeAt, int end) {
        int place = typeAt;
        for (int tags = 0; tags < MOST_TAGS && place + 2 <= end; tags++) {
            int type = half(bytes, place);
            if (type != VLAN && type != VLAN_OUTER) {
                ip(at, bytes, place + 2, end, type);
                return;
            }
            place += 4;
        }
    }

    private void byVersion(Instant at, byte[] bytes, int from, int end) {
        if (from < end) {
            ip(at, bytes, from, end, (bytes[from] & 0xf0) == 0x60 ? TYPE_V6 : TYPE_V4);
        }
    }

    private void ip(Instant at, byte[] bytes, int from, int end, int type) {
        if (type == TYPE_V4) {
            v4(at, bytes, from, end);
        } else if (type == TYPE_V6) {
            v6(at, bytes, from, end);
        }
    }

    private void v4(Instant at, byte[] bytes, int from, int end) {
        if (from + 20 > end || bytes[from] >> 4 != 4) {
            return;
        }
        int header = (bytes[from] & 0xf) * 4;
        int total = half(bytes, from + 2);
        // A card that cuts segments itself leaves no length.
        int stop = total == 0 ? end : Math.min(end, from + total);
        int protocol = bytes[from + 9] & 0xff;
        if (header < 20 || from + header > stop || protocol != UDP && protocol != TCP) {
            return;
        }
        boolean isDamaged = Checksum.of(bytes, from, header, 0) != 0;
        if (isDamaged) {
            tally.badChecksums++;
        }
        boolean isWhole = total != 0 && from + total <= end;
        int pseudo = isDamaged || !isWhole ? UNCHECKED : Checksum.sum(bytes, from + 12, 8);
        int part = half(bytes, from + 6);
        String source = Addresses.v4(bytes, from + 12);
        String target = Addresses.v4(bytes, from + 16);
        if ((part & 0x3fff) == 0) {
            carried(at, source, target, protocol, pseudo, bytes, from + header, stop);
            return;
        }
        String packet = source + " " + target + " " + protocol + " " + half(bytes, from + 4);
        fragments
                .put(packet, at, (part & 0x1fff) * 8, (part & 0x2000) == 0, bytes, from + header, stop)
                .ifPresent(whole -> carried(at, source, target, protocol, pseudo, whole, 0, whole.length));
    }

    private void v6(Instant at, byte[] bytes, int from, int end) {
        if (from + 40 > end || (bytes[from] & 0xf0) != 0x60) {
            return;
        }
        int length = half(bytes, from + 4);
        int stop = length == 0 ? end : Math.min(end, from + 40 + length);
        // Before a routing header stands another target than the one that was summed up (RFC 8200 §8.1).
        boolean isWhole = length != 0 && from + 40 + length <= end && bytes[from + 6] != ROUTING;
        int pseudo = isWhole ? Checksum.sum(bytes, from + 8, 32) : UNCHECKED;
        int protocol = bytes[from + 6] & 0xff;
        int place = from + 40;
        String source = Addresses.v6(bytes, from + 8);
        String target = Addresses.v6(bytes, from + 24);
        for (int i = 0; i < MOST_EXTENSIONS && isExtension(protocol) && place + 8 <= stop; i++) {
            if (protocol == FRAGMENT) {
                int part = half(bytes, place + 2);
                int next = bytes[place] & 0xff;
                String packet = source + " " + target + " " + half(bytes, place + 4) + " " + half(bytes, place + 6);
                if (next == UDP || next == TCP) {
                    fragments
                            .put(packet, at, part & 0xfff8, (part & 1) == 0, bytes, place + 8, stop)
                            .ifPresent(whole -> carried(at, source, target, next, pseudo, whole, 0, whole.length));
                }
                return;
            }
            int size = protocol == AUTHENTICATION
                    ? ((bytes[place + 1] & 0xff) + 2) * 4
                    : ((bytes[place + 1] & 0xff) + 1) * 8;
            protocol = bytes[place] & 0xff;
            place += size;
        }
        if (protocol == UDP || protocol == TCP) {
            carried(at, source, target, protocol, pseudo, bytes, place, stop);
        }
    }

    /** Hop by hop, routing, fragment, authentication, destination (RFC 8200 §4.1). */
    private static boolean isExtension(int protocol) {
        return protocol == 0
                || protocol == ROUTING
                || protocol == FRAGMENT
                || protocol == AUTHENTICATION
                || protocol == 60;
    }

    /** @param pseudo the sum of the addresses, which count for its checksum; {@link #UNCHECKED} where that can’t be told */
    private void carried(
            Instant at, String source, String target, int protocol, int pseudo, byte[] bytes, int from, int end) {
        if (pseudo != UNCHECKED && isDamaged(protocol, pseudo, bytes, from, end)) {
            tally.badChecksums++;
        }
        if (protocol == UDP) {
            udp(at, source, target, bytes, from, end);
        } else if (from + 20 <= end) {
            int payload = from + (bytes[from + 12] >> 4 & 0xf) * 4;
            if (payload >= from + 20 && payload <= end) {
                packets.segment(
                        at,
                        new Flow(source, half(bytes, from), target, half(bytes, from + 2)),
                        half(bytes, from + 4) << 16 | half(bytes, from + 6),
                        bytes[from + 13] & 0xff,
                        bytes,
                        payload,
                        end - payload);
            }
        }
    }

    /** RFC 768, RFC 9293 §3.1, RFC 8200 §8.1. A datagram with no checksum says nothing of it. */
    private static boolean isDamaged(int protocol, int pseudo, byte[] bytes, int from, int end) {
        if (protocol == TCP) {
            return Checksum.of(bytes, from, end - from, pseudo + TCP + end - from) != 0;
        }
        int length = from + 8 <= end ? half(bytes, from + 4) : 0;
        return length >= 8
                && from + length <= end
                && half(bytes, from + 6) != 0
                && Checksum.of(bytes, from, length, pseudo + UDP + length) != 0;
    }

    private void udp(Instant at, String source, String target, byte[] bytes, int from, int end) {
        if (from + 8 > end) {
            return;
        }
        int length = half(bytes, from + 4);
        // A length of 0 is one that does not fit (RFC 2675 §4), or that a card was to fill in.
        int stop = length < 8 ? end : Math.min(end, from + length);
        packets.datagram(
                at,
                new Flow(source, half(bytes, from), target, half(bytes, from + 2)),
                bytes,
                from + 8,
                stop - from - 8);
    }

    private static int half(byte[] bytes, int at) {
        return (bytes[at] & 0xff) << 8 | bytes[at + 1] & 0xff;
    }
}
