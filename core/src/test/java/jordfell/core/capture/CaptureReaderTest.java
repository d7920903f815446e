package jordfell.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.SipSeen;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Captures in all forms, whole, in pieces and broken. */
class CaptureReaderTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00.123456Z");
    private static final String ASKS = "198.51.100.7:5060 → north: REGISTER sip:v.example SIP/2.0";
    private static final String IS_ANSWERED = "north → 198.51.100.7:5060: SIP/2.0 403 Forbidden";

    private static List<Wire.Framed> exchange(int linkType) {
        return List.of(
                new Wire.Framed(
                        T,
                        Wire.linked(
                                linkType,
                                Wire.v4(Wire.PHONE, Wire.NODE, 17, Wire.udp(5060, 5060, Wire.register("a"))))),
                new Wire.Framed(
                        T.plusMillis(8),
                        Wire.linked(
                                linkType,
                                Wire.v4(
                                        Wire.NODE,
                                        Wire.PHONE,
                                        17,
                                        Wire.udp(5060, 5060, Wire.answer("a", "403 Forbidden"))))));
    }

    static Stream<Arguments> forms() {
        return Stream.of(ByteOrder.LITTLE_ENDIAN, ByteOrder.BIG_ENDIAN)
                .flatMap(order -> Stream.of(0, 1, 12, 101, 108, 113, 228, 276)
                        .flatMap(link -> Stream.of(
                                Arguments.of(
                                        order + " pcap, link type " + link,
                                        Wire.pcap(order, false, link, exchange(link))),
                                Arguments.of(
                                        order + " pcap in ns, link type " + link,
                                        Wire.pcap(order, true, link, exchange(link))),
                                Arguments.of(
                                        order + " pcapng, link type " + link,
                                        Wire.pcapng(order, link, exchange(link))))));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("forms")
    void aCaptureIsReadInAllForms(String form, byte[] capture) {
        for (int piece : new int[] {capture.length, 1_000, 7, 1}) {
            Brought brought = Brought.read(capture, piece);
            assertThat(brought.trouble).isEmpty();
            assertThat(brought.reader.kind()).isEqualTo("capture");
            assertThat(brought.told()).containsExactly(ASKS, IS_ANSWERED);
            assertThat(brought.seen.get(0).observation().at()).isEqualTo(T);
            assertThat(brought.seen.get(0).mac()).map(Object::toString).contains("02-4B-7A-00-53-1C");
            assertThat(brought.seen.get(1).mac())
                    .as("the answer is to the same phone")
                    .map(Object::toString)
                    .contains("02-4B-7A-00-53-1C");
            assertThat(brought.reader.doubts()).isEmpty();
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {25, 60, 200})
    void ofOneThatIsCutShortTheBeginningIsRead(int missing) {
        byte[] whole = Wire.pcap(ByteOrder.LITTLE_ENDIAN, false, 1, exchange(1));
        Brought brought = Brought.read(Arrays.copyOf(whole, whole.length - missing));
        assertThat(brought.told()).containsExactly(ASKS);
        assertThat(brought.trouble).startsWith("It is cut short within what begins at byte ");
    }

    @Test
    void whereItBreaksIsToldAndWhatStandsBeforeIsRead() {
        byte[] whole = Wire.pcap(ByteOrder.LITTLE_ENDIAN, false, 1, exchange(1));
        int second = 24 + 16 + exchange(1).get(0).bytes().length;
        byte[] broken = whole.clone();
        ByteBuffer.wrap(broken).order(ByteOrder.LITTLE_ENDIAN).putInt(second + 8, 0x7f000000);
        Brought brought = Brought.read(broken);
        assertThat(brought.told()).containsExactly(ASKS);
        assertThat(brought.trouble)
                .isEqualTo("The packet at byte " + second
                        + " says that it has 2130706432 bytes; what stands before it was read.");
    }

    /** By halves and tenths of a second nothing is rounded away. */
    @Test
    void eachMicrosecondIsReadAsItWasWritten() {
        for (int micros = 130_000; micros < 131_000; micros += 7) {
            Instant at = Instant.parse("2026-03-02T08:00:00Z").plusNanos(micros * 1_000L);
            byte[] frame = Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 17, Wire.udp(5060, 5060, Wire.register("a"))));
            byte[] capture = Wire.pcapng(ByteOrder.LITTLE_ENDIAN, 1, List.of(new Wire.Framed(at, frame)));
            assertThat(Brought.read(capture).seen.get(0).observation().at()).isEqualTo(at);
        }
    }

    @Test
    void anUnknownLinkTypeIsNamed() {
        Brought brought = Brought.read(Wire.pcap(ByteOrder.LITTLE_ENDIAN, false, 147, exchange(1)));
        assertThat(brought.seen).isEmpty();
        assertThat(brought.reader.doubts())
                .singleElement()
                .asString()
                .startsWith("2 packets are of a link type that is not known here (147);");
    }

    @Test
    void oneThatWasRecordedInPartSaysSo() {
        byte[] capture = Wire.pcap(ByteOrder.LITTLE_ENDIAN, false, 1, exchange(1));
        ByteBuffer.wrap(capture).order(ByteOrder.LITTLE_ENDIAN).putInt(24 + 12, 9_000);
        assertThat(Brought.read(capture).reader.doubts())
                .containsExactly(
                        "1 packet is recorded in part only: capture them whole, with a snapshot length of 65535.");
    }

    @Test
    void theSameRecordedTwiceIsOneMessageAndSentAgainIsTwo() {
        Wire.Framed first = exchange(1).get(0);
        Brought twice = Brought.read(Wire.pcap(
                ByteOrder.LITTLE_ENDIAN, false, 1, List.of(first, new Wire.Framed(T.plusMillis(1), first.bytes()))));
        assertThat(twice.sip()).hasSize(1);
        assertThat(twice.reader.doubts()).containsExactly("1 packet is recorded twice, counted once.");
        Brought again = Brought.read(Wire.pcap(
                ByteOrder.LITTLE_ENDIAN, false, 1, List.of(first, new Wire.Framed(T.plusMillis(500), first.bytes()))));
        assertThat(again.sip()).hasSize(2);
    }

    @Test
    void anAnswerThatTakesARegistrationIsABindingToo() {
        byte[] taken =
                Wire.answer("a", "200 OK", "Contact: <sip:2416@198.51.100.7:5060>;expires=118, <sip:2416@192.0.2.9>");
        Brought brought = Brought.read(Wire.pcap(
                ByteOrder.LITTLE_ENDIAN,
                false,
                1,
                List.of(
                        exchange(1).get(0),
                        new Wire.Framed(
                                T.plusMillis(5),
                                Wire.ethernet(Wire.v4(Wire.NODE, Wire.PHONE, 17, Wire.udp(5060, 5060, taken)))))));
        Observation last = brought.seen.get(2).observation();
        assertThat(last).isInstanceOf(BindingChanged.class);
        assertThat(((BindingChanged) last).change()).isEqualTo(BindingChanged.Change.ADDED);
        assertThat(((BindingChanged) last).expiresAt())
                .isEqualTo(T.plusMillis(5).plusSeconds(118));
    }

    @Test
    void whichEndIsTheNodeIsToldByWhoIsAskedToRegister() {
        byte[] stranger = {(byte) 203, 0, 113, 9};
        byte[] options = Wire.text("OPTIONS sip:2416@198.51.100.7 SIP/2.0\r\nTo: <sip:2416@v.example>\r\nCall-ID: o\r\n"
                + "CSeq: 1 OPTIONS\r\n\r\n");
        Brought brought = Brought.read(Wire.pcap(
                ByteOrder.LITTLE_ENDIAN,
                false,
                1,
                List.of(
                        new Wire.Framed(
                                T,
                                Wire.ethernet(
                                        Wire.v4(Wire.PHONE, stranger, 17, Wire.udp(5060, 5080, Wire.register("b"))))),
                        new Wire.Framed(
                                T.plusSeconds(1),
                                Wire.ethernet(Wire.v4(stranger, Wire.PHONE, 17, Wire.udp(5080, 5060, options)))))));
        assertThat(brought.told())
                .containsExactly(
                        "198.51.100.7:5060 → 203.0.113.9:5080: REGISTER sip:v.example SIP/2.0",
                        "203.0.113.9:5080 → 198.51.100.7:5060: OPTIONS sip:2416@198.51.100.7 SIP/2.0");
    }

    @Test
    void aLineThatAPhoneSentIsItsLog() {
        byte[] line =
                Wire.text("<27>1 2026-03-02T08:00:00Z k24 phone - FILE [jordfell mac=\"024B7A00531C\"] can't read");
        Brought brought = Brought.read(Wire.pcap(
                ByteOrder.LITTLE_ENDIAN,
                false,
                1,
                List.of(new Wire.Framed(
                        T, Wire.ethernet(Wire.v4(Wire.PHONE, Wire.NODE, 17, Wire.udp(40_000, 514, line)))))));
        assertThat(brought.seen).singleElement().satisfies(s -> {
            assertThat(s.mac()).isPresent();
            assertThat(s.observation()).isInstanceOf(Observation.Logged.class);
        });
    }

    @Test
    void whatOnlyBeginsAsSipIsKeptAsBroken() {
        Brought brought = Brought.read(Wire.pcap(
                ByteOrder.LITTLE_ENDIAN,
                false,
                1,
                List.of(new Wire.Framed(
                        T,
                        Wire.ethernet(Wire.v4(
                                Wire.PHONE,
                                Wire.NODE,
                                17,
                                Wire.udp(5060, 5060, Wire.text("REGISTER sip:v.example SIP/2.0\r\nVia: x"))))))));
        assertThat(brought.sip()).singleElement().isInstanceOf(SipSeen.Broken.class);
        assertThat(brought.reader.doubts())
                .containsExactly("1 packet begin as SIP does and can’t be read; they stand among what was seen.");
    }
}
