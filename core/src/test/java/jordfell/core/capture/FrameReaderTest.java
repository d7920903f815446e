package jordfell.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Frames, packets, fragments and segments. */
class FrameReaderTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final byte[] ASKS = Wire.register("a");

    private static Brought of(byte[]... frames) {
        List<Wire.Framed> all = new ArrayList<>();
        for (int i = 0; i < frames.length; i++) {
            all.add(new Wire.Framed(T.plusMillis(i), frames[i]));
        }
        return Brought.read(Wire.pcap(ByteOrder.LITTLE_ENDIAN, false, 1, all));
    }

    static Stream<Arguments> packets() {
        byte[] udp = Wire.udp(5060, 5060, ASKS);
        byte[] tcp = Wire.tcp(40_001, 5060, 100, 0x18, ASKS);
        return Stream.of(
                Arguments.of("IPv4", Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 17, udp)), "198.51.100.7:5060"),
                Arguments.of("a VLAN", Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 17, udp), 20), "198.51.100.7:5060"),
                Arguments.of(
                        "two VLANs",
                        Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 17, udp), 20, 30),
                        "198.51.100.7:5060"),
                Arguments.of("IPv6", Wire.ethernet(Wire.v6(Wire.PHONE_6, Wire.NODE_6, 17, udp)), "[2001:db8::7]:5060"),
                Arguments.of(
                        "IPv6 with options",
                        Wire.ethernet(
                                Wire.v6(Wire.PHONE_6, Wire.NODE_6, 0, Wire.withOptions(60, Wire.withOptions(17, udp)))),
                        "[2001:db8::7]:5060"),
                Arguments.of("TCP", Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 6, tcp)), "198.51.100.7:40001"),
                Arguments.of(
                        "TCP over IPv6",
                        Wire.ethernet(Wire.v6(Wire.PHONE_6, Wire.NODE_6, 6, tcp)),
                        "[2001:db8::7]:40001"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("packets")
    void sipIsFoundInAllThatCarriesIt(String what, byte[] frame, String peer) {
        assertThat(of(frame).sip()).singleElement().satisfies(s -> {
            assertThat(s.peer()).isEqualTo(peer);
            assertThat(s.datagram().bytes()).isEqualTo(ASKS);
        });
    }

    /** Where 0 stands, the sender computed none (RFC 768). */
    @ParameterizedTest
    @CsvSource({"true, 0, false", "true, 1, true", "false, 0, false", "false, 1, true"})
    void aDatagramWhoseChecksumIsWrongIsTakenAndToldOf(boolean has, int off, boolean told) {
        byte[] udp = Wire.udp(5060, 5060, ASKS);
        byte[] packet = Wire.v4(Wire.PHONE, Wire.NODE, 17, udp);
        int sum = Checksum.sum(packet, 12, 8) + 17 + udp.length;
        short right = Checksum.of(packet, 20, udp.length, sum);
        ByteBuffer.wrap(packet).putShort(26, (short) (has ? right + off : off));
        Brought brought = of(Wire.ethernet(packet));
        assertThat(brought.sip()).hasSize(1);
        assertThat(brought.reader.doubts()).hasSize(told ? 1 : 0);
    }

    /** Of what was not recorded whole nobody can tell. */
    @Test
    void aSegmentThatWasCutIsNotToldAsDamaged() {
        byte[] packet = Wire.v4(Wire.PHONE, Wire.NODE, 6, Wire.tcp(40_001, 5060, 100, 0x18, ASKS));
        byte[] cut = Arrays.copyOf(packet, packet.length - 5);
        assertThat(of(Wire.ethernet(packet)).reader.doubts()).isEmpty();
        assertThat(of(Wire.ethernet(cut)).reader.doubts()).noneMatch(d -> d.contains("checksum"));
        packet[packet.length - 1] ^= 1;
        assertThat(of(Wire.ethernet(packet)).reader.doubts())
                .singleElement()
                .asString()
                .startsWith("1 packet has a wrong checksum");
    }

    @ParameterizedTest
    @CsvSource({
        "20010db8000000000000000000000007, [2001:db8::7]",
        "00000000000000000000000000000000, [::]",
        "00000000000000000000000000000001, [::1]",
        "20010db8000000010000000000000000, [2001:db8:0:1::]",
        "20010db8000100000001000200030004, [2001:db8:1:0:1:2:3:4]",
        "20010db8000000000001000000000001, [2001:db8::1:0:0:1]"
    })
    void addressesAreWrittenAsRfc5952Says(String hex, String written) {
        assertThat(Addresses.v6(java.util.HexFormat.of().parseHex(hex), 0)).isEqualTo(written);
    }

    /** A datagram in so many fragments. */
    private static List<byte[]> fragments(boolean six, byte[] udp, int step) {
        List<byte[]> parts = new ArrayList<>();
        for (int at = 0; at < udp.length; at += step) {
            byte[] part = Arrays.copyOfRange(udp, at, Math.min(udp.length, at + step));
            boolean more = at + step < udp.length;
            parts.add(Wire.ethernet(
                    six
                            ? Wire.v6(Wire.PHONE_6, Wire.NODE_6, 44, Wire.fragment6(17, at, more, part))
                            : Wire.v4(Wire.PHONE, Wire.NODE, 17, 7, (more ? 0x2000 : 0) | at / 8, part)));
        }
        return parts;
    }

    @Test
    void fragmentsArePutTogetherInAnyOrderAndOncePerPacket() {
        byte[] udp = Wire.udp(5060, 5060, ASKS);
        for (int seed = 0; seed < 40; seed++) {
            for (boolean six : new boolean[] {false, true}) {
                List<byte[]> parts = new ArrayList<>(fragments(six, udp, 8 * (1 + seed % 9)));
                parts.add(parts.get(seed % parts.size())); // one comes twice
                Collections.shuffle(parts, new Random(seed));
                Brought brought = of(parts.toArray(byte[][]::new));
                assertThat(brought.sip().get(0).datagram().bytes()).isEqualTo(ASKS);
                assertThat(brought.sip()).hasSizeLessThanOrEqualTo(2);
                assertThat(brought.reader.tally().overlapping).isZero();
            }
        }
    }

    @Test
    void fragmentsThatContradictEachOtherArePassedOver() {
        List<byte[]> parts = fragments(false, Wire.udp(5060, 5060, ASKS), 64);
        byte[] other = parts.get(1).clone();
        other[other.length - 1] ^= 1;
        byte[] into = Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 17, 7, 0x2000 | 7, new byte[64]));
        for (byte[] forged : List.of(other, into)) {
            List<byte[]> all = new ArrayList<>(parts);
            all.add(1, forged);
            Brought brought = of(all.toArray(byte[][]::new));
            assertThat(brought.sip()).isEmpty();
            assertThat(brought.reader.doubts().get(0)).startsWith("1 packet is passed over: their fragments overlap");
        }
    }

    @Test
    void aPacketOfWhichAFragmentIsMissingIsCounted() {
        List<byte[]> parts = fragments(false, Wire.udp(5060, 5060, ASKS), 64);
        Brought brought = of(parts.get(0), parts.get(2));
        assertThat(brought.sip()).isEmpty();
        assertThat(brought.reader.doubts())
                .containsExactly("1 packet is passed over: some of their fragments were not recorded.");
    }

    @Test
    void aWrongChecksumIsToldAndThePacketTaken() {
        byte[] frame = Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 17, Wire.udp(5060, 5060, ASKS)));
        frame[14 + 10]++;
        Brought brought = of(frame);
        assertThat(brought.sip()).hasSize(1);
        assertThat(brought.reader.doubts().get(0)).startsWith("1 packet has a wrong checksum, taken all the same");
    }

    @Test
    void aStreamIsReadHoweverItIsCutAndInWhateverOrderItsSegmentsCome() {
        byte[] first = Wire.register("a");
        byte[] second = Wire.register("b");
        byte[] all = Arrays.copyOf(first, first.length + 4 + second.length);
        all[first.length] = '\r';
        all[first.length + 1] = '\n';
        all[first.length + 2] = '\r';
        all[first.length + 3] = '\n';
        System.arraycopy(second, 0, all, first.length + 4, second.length);
        for (int seed = 0; seed < 60; seed++) {
            Random random = new Random(seed);
            int begin = seed % 3 == 0 ? -200 : random.nextInt(); // numbers go round
            List<byte[]> frames = new ArrayList<>();
            for (int at = 0; at < all.length; ) {
                int size = Math.min(all.length - at, 1 + random.nextInt(300));
                byte[] part = Arrays.copyOfRange(all, at, at + size);
                frames.add(Wire.ethernet(
                        Wire.v4(Wire.PHONE, Wire.NODE, 6, Wire.tcp(40_001, 5060, begin + at, 0x18, part))));
                at += size;
            }
            byte[] head = frames.get(0);
            if (frames.get(0).length < 14 + 40 + 16) {
                continue; // of a stream that was joined in the middle, it is not known to be SIP
            }
            List<byte[]> rest = new ArrayList<>(frames.subList(1, frames.size()));
            rest.add(frames.get(frames.size() / 2)); // one is sent again
            Collections.shuffle(rest, random);
            rest.add(0, head);
            assertThat(of(rest.toArray(byte[][]::new)).sip())
                    .as("seed %s", seed)
                    .extracting(s -> s.datagram().text())
                    .containsExactly(Wire.text(first), Wire.text(second));
        }
    }

    @Test
    void whatWasNotRecordedOfAStreamIsPassedOverUpToTheNextMessage() {
        byte[] first = Wire.register("a");
        List<Wire.Framed> frames = new ArrayList<>();
        frames.add(segment(0, 100, first));
        frames.add(segment(1, 100 + first.length + 500, Wire.text("rest of what got lost\r\n")));
        frames.add(segment(9, 100 + first.length + 523, Wire.register("c")));
        Brought brought = Brought.read(Wire.pcap(ByteOrder.LITTLE_ENDIAN, false, 1, frames));
        assertThat(brought.sip()).extracting(s -> s.callId()).contains("a");
        assertThat(brought.reader.doubts())
                .containsExactly("1 piece is missing in TCP streams: what stood there was not recorded.");
    }

    private static Wire.Framed segment(int second, int sequence, byte[] payload) {
        return new Wire.Framed(
                T.plusSeconds(second),
                Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 6, Wire.tcp(40_001, 5060, sequence, 0x18, payload))));
    }

    @Test
    void whatGoesByTlsIsCountedAndNotRead() {
        byte[] sealed = {0x17, 3, 3, 0, 4, 1, 2, 3, 4};
        Brought brought = of(Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 6, Wire.tcp(40_001, 5061, 1, 0x18, sealed))));
        assertThat(brought.reader.doubts())
                .containsExactly("1 packet went by TLS, which nobody can read from outside.");
    }

    /** Nothing that is brought may do more than be refused. */
    @Test
    void mutatedCapturesAreReadOrRefusedAndNothingElse() {
        byte[] udp = Wire.udp(5060, 5060, ASKS);
        List<Wire.Framed> frames = new ArrayList<>();
        fragments(false, udp, 64).forEach(f -> frames.add(new Wire.Framed(T, f)));
        fragments(true, udp, 64).forEach(f -> frames.add(new Wire.Framed(T, f)));
        frames.add(segment(1, 5, ASKS));
        List<byte[]> whole = List.of(
                Wire.pcap(ByteOrder.LITTLE_ENDIAN, false, 1, frames), Wire.pcapng(ByteOrder.BIG_ENDIAN, 1, frames));
        Random random = new Random(13);
        for (int i = 0; i < 4_000; i++) {
            byte[] mutated = whole.get(i % 2).clone();
            for (int m = 0; m < 1 + i % 7; m++) {
                mutated[random.nextInt(mutated.length)] = (byte) random.nextInt();
            }
            Brought.read(Arrays.copyOf(mutated, 1 + random.nextInt(mutated.length)), 1 + random.nextInt(900));
        }
    }
}
