package jordfell.bench;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import jordfell.core.brought.Gathered;
import jordfell.core.brought.Matching;
import jordfell.core.capture.CaptureReader;
import jordfell.core.capture.Checksum;
import jordfell.core.capture.EvidenceReader;
import jordfell.core.capture.Flow;
import jordfell.core.capture.FrameReader;
import jordfell.core.capture.Nodes;
import jordfell.core.capture.Packets;
import jordfell.core.capture.Tally;
import jordfell.core.capture.UnreadableException;
import jordfell.core.identity.MacAddress;

/**
 * A capture of a gigabyte as a router would record it: a few hundred phones that register, and the sound of their calls. Read and
 * looked at, against reading it and checking its packets alone.
 */
final class CaptureBench {

    private static final int PIECES = 64;
    private static final int PIECE = 16 << 20;
    private static final int PHONES = 300;

    /**
     * So many packets of sound for one of SIP. Where 300 phones register every ten minutes with four messages, and a tenth of
     * them is in calls of three minutes with fourteen messages and a hundred packets of sound a second, there are 700; some
     * phones keep more alive, so it is fewer here.
     */
    private static final int USUAL_SOUND = 200;

    /** What is left when only the SIP port is recorded. */
    private static final int NO_SOUND = 0;

    private static final int SOUND = 172;

    /** In seconds, and in megabytes of heap that are held in the end. */
    record Result(double alone, double looked, double megabytes, long sip) {

        /** In millionths of a second. */
        double microsOfOne() {
            return 1e6 * looked / sip;
        }
    }

    private static final Packets NOBODY = new Packets() {
        @Override
        public void datagram(Instant at, Flow flow, byte[] bytes, int from, int length) {
            // Only that it is read.
        }

        @Override
        public void segment(Instant at, Flow flow, int sequence, int flags, byte[] bytes, int from, int length) {
            // Only that it is read.
        }
    };

    private static final Matching.Holders HOLDERS = new Matching.Holders() {
        @Override
        public Optional<Long> withMac(MacAddress mac) {
            return Optional.empty();
        }

        @Override
        public List<Long> withNumber(String domain, String number) {
            return number.isEmpty() ? List.of() : List.of(Long.parseLong(number));
        }

        @Override
        public List<Long> at(String host) {
            return List.of();
        }
    };

    private long clock;
    private int packets;

    private final int soundForOne;

    private CaptureBench(int soundForOne) {
        this.soundForOne = soundForOne;
    }

    /** A gigabyte of what is usual. */
    static Result usual() throws UnreadableException {
        new CaptureBench(USUAL_SOUND).measured(4); // until all of it is compiled
        return new CaptureBench(USUAL_SOUND).measured(PIECES);
    }

    /** An eighth of a gigabyte of SIP and nothing else. */
    static Result sipAlone() throws UnreadableException {
        return new CaptureBench(NO_SOUND).measured(PIECES / 8);
    }

    private Result measured(int pieces) throws UnreadableException {
        CaptureReader alone = new CaptureReader(new FrameReader(NOBODY, new Tally()));
        Gathered gathered = new Gathered(new Matching(HOLDERS));
        EvidenceReader looked =
                new EvidenceReader(Nodes.NONE, List.of(), Instant.EPOCH, ZoneOffset.UTC, gathered::take);
        byte[] head = head();
        alone.take(head, 0, head.length);
        looked.take(head, 0, head.length);
        long aloneNanos = 0;
        long lookedNanos = 0;
        for (int i = 0; i < pieces; i++) {
            byte[] piece = piece();
            long began = System.nanoTime();
            alone.take(piece, 0, piece.length);
            long between = System.nanoTime();
            looked.take(piece, 0, piece.length);
            aloneNanos += between - began;
            lookedNanos += System.nanoTime() - between;
        }
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        double megabytes = (runtime.totalMemory() - runtime.freeMemory()) / 1e6;
        if (gathered.devices().size() != PHONES) {
            throw new IllegalStateException(gathered.devices().size() + " phones were found, not " + PHONES);
        }
        return new Result(
                aloneNanos / 1e9, lookedNanos / 1e9, megabytes, looked.tally().sip());
    }

    private static byte[] head() {
        return ByteBuffer.allocate(24)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(0xA1B2C3D4)
                .putShort((short) 2)
                .putShort((short) 4)
                .putLong(0)
                .putInt(65_535)
                .putInt(1)
                .array();
    }

    private byte[] piece() {
        ByteArrayOutputStream out = new ByteArrayOutputStream(PIECE + 4_096);
        while (out.size() < PIECE) {
            int phone = packets % PHONES;
            byte[] sound = new byte[SOUND];
            for (int i = 0; i < soundForOne; i++) {
                frame(out, phone, 20_000, 30_000, sound);
            }
            boolean isAnswer = packets / PHONES % 2 == 1;
            frame(out, phone, 5060, 5060, isAnswer ? answer(phone) : register(phone));
            packets++;
        }
        return out.toByteArray();
    }

    private byte[] register(int phone) {
        return ("REGISTER sip:v.example SIP/2.0\r\nVia: SIP/2.0/UDP 10.0.0.7:5060;branch=z9hG4bK" + packets
                        + "\r\nMax-Forwards: 70\r\n" + names(phone, packets / PHONES)
                        + "Contact: <sip:" + (2000 + phone) + "@10.0.0.7:5060>\r\nUser-Agent: Korrin K24/2.4.1\r\n"
                        + "Expires: 600\r\nContent-Length: 0\r\n\r\n")
                .getBytes(StandardCharsets.US_ASCII);
    }

    private byte[] answer(int phone) {
        return ("SIP/2.0 200 OK\r\nVia: SIP/2.0/UDP 10.0.0.7:5060;branch=z9hG4bK1\r\n"
                        + names(phone, packets / PHONES - 1) + "Contact: <sip:" + (2000 + phone)
                        + "@10.0.0.7:5060>;expires=600\r\nContent-Length: 0\r\n\r\n")
                .getBytes(StandardCharsets.US_ASCII);
    }

    private static String names(int phone, int exchange) {
        String number = Integer.toString(2000 + phone);
        return "From: <sip:" + number + "@v.example>;tag=f\r\nTo: <sip:" + number + "@v.example>\r\nCall-ID: " + number
                + "-" + exchange + "\r\nCSeq: " + (exchange + 1) + " REGISTER\r\n";
    }

    private void frame(ByteArrayOutputStream out, int phone, int from, int to, byte[] payload) {
        int length = 14 + 20 + 8 + payload.length;
        clock += 500;
        boolean isBack = from == 5060 && packets / PHONES % 2 == 1;
        byte[] own = {10, 0, (byte) (phone >> 8), (byte) phone};
        byte[] node = {10, 1, 0, 1};
        ByteBuffer record = ByteBuffer.allocate(16 + length).order(ByteOrder.LITTLE_ENDIAN);
        record.putInt((int) (clock / 1_000_000))
                .putInt((int) (clock % 1_000_000))
                .putInt(length)
                .putInt(length);
        record.order(ByteOrder.BIG_ENDIAN);
        record.put(new byte[12]).putShort((short) 0x0800);
        record.put((byte) 0x45).put((byte) 0).putShort((short) (length - 14)).putInt(0);
        record.put((byte) 64).put((byte) 17).putShort((short) 0);
        record.put(isBack ? node : own).put(isBack ? own : node);
        byte[] bytes = record.array();
        record.putShort(16 + 14 + 10, Checksum.of(bytes, 16 + 14, 20, 0));
        record.putShort((short) from).putShort((short) to).putShort((short) (8 + payload.length));
        record.putShort((short) 0).put(payload);
        int udp = 16 + 14 + 20;
        int addresses = Checksum.sum(bytes, udp - 8, 8);
        record.putShort(udp + 6, Checksum.of(bytes, udp, length - 34, addresses + 17 + length - 34));
        out.writeBytes(bytes);
    }
}
