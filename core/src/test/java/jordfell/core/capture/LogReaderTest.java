package jordfell.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.Logged;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** SIP in text logs of whatever program, and syslog. */
class LogReaderTest {

    private static final String ASKS = new String(Wire.register("a"), StandardCharsets.UTF_8).replace("\r\n", "\n");
    private static final String REFUSED =
            new String(Wire.answer("a", "403 Verboten für Sie"), StandardCharsets.UTF_8).replace("\r\n", "\n");
    private static final String PLAIN = "2026-03-02T08:00:00.250Z received from 198.51.100.7:5060 at 192.0.2.11:5060\n"
            + ASKS + "2026-03-02T08:00:00.258Z sent to 198.51.100.7:5060\n" + REFUSED + "that was it\n";
    private static final Instant FIRST = Instant.parse("2026-03-02T08:00:00.250Z");

    private static String prefixed(String prefix, String message) {
        return Arrays.stream(message.split("\n", -1)).map(line -> prefix + line).collect(Collectors.joining("\n"));
    }

    static Stream<Arguments> logs() {
        return Stream.of(
                Arguments.of("UTF-8", PLAIN.getBytes(StandardCharsets.UTF_8)),
                Arguments.of("UTF-8 with its mark", ("\ufeff" + PLAIN).getBytes(StandardCharsets.UTF_8)),
                Arguments.of("windows-1252", PLAIN.getBytes(Charset.forName("windows-1252"))),
                Arguments.of("UTF-16 with its mark", ("\ufeff" + PLAIN).getBytes(StandardCharsets.UTF_16LE)),
                Arguments.of("UTF-16, the big end first", ("\ufeff" + PLAIN).getBytes(StandardCharsets.UTF_16BE)),
                Arguments.of("UTF-16 without a mark", PLAIN.getBytes(StandardCharsets.UTF_16LE)),
                Arguments.of("lines end in CR LF", PLAIN.replace("\n", "\r\n").getBytes(StandardCharsets.UTF_8)),
                Arguments.of(
                        "a time before each line",
                        (prefixed("2026-03-02 08:00:00.250 [sip] 192.0.2.11:5060 | ", ASKS) + "\n"
                                        + prefixed("2026-03-02 08:00:00.258 [sip] 192.0.2.11:5060 | ", REFUSED))
                                .getBytes(StandardCharsets.UTF_8)));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("logs")
    void sipIsFoundInALog(String what, byte[] log) {
        for (int piece : new int[] {log.length, 13, 1}) {
            Brought brought = Brought.read(log, piece);
            assertThat(brought.trouble).isEmpty();
            assertThat(brought.reader.kind()).isEqualTo("log");
            assertThat(brought.told())
                    .containsExactly(
                            "198.51.100.7:5060 → north: REGISTER sip:v.example SIP/2.0",
                            "north → 198.51.100.7:5060: SIP/2.0 403 Verboten für Sie");
            assertThat(brought.sip().get(0).at()).isEqualTo(FIRST);
            assertThat(brought.seen.get(0).mac()).isPresent();
        }
    }

    @Test
    void timesWithoutAZoneAreTakenForOneAndItIsSaid() {
        Brought brought = Brought.read(PLAIN.replace("Z ", " ").getBytes(StandardCharsets.UTF_8));
        assertThat(brought.sip().get(0).at()).isEqualTo(FIRST);
        assertThat(brought.reader.doubts()).containsExactly("Its times say no zone and were taken for Z.");
    }

    @Test
    void aLogThatSaysNoTimesSaysSo() {
        Brought brought = Brought.read((ASKS + REFUSED).getBytes(StandardCharsets.UTF_8));
        assertThat(brought.sip()).hasSize(2);
        assertThat(brought.reader.doubts()).containsExactly("It says no times: what came first is known, when is not.");
    }

    @Test
    void aBodyIsLeftOutAndWhatFollowsIsReadAllTheSame() {
        String invite = "INVITE sip:2417@v.example SIP/2.0\nVia: SIP/2.0/UDP 198.51.100.7\nTo: <sip:2417@v.example>\n"
                + "Call-ID: i\nCSeq: 1 INVITE\nContent-Length: 200\n\nv=0\no=- 1 1 IN IP4 198.51.100.7\n\n";
        assertThat(Brought.read((invite + ASKS).getBytes(StandardCharsets.UTF_8))
                        .sip())
                .extracting(s -> s.callId())
                .containsExactly("i", "a");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "<27>1 2026-03-02T08:00:00Z 02-4B-7A-00-53-1C k24 - FILE - can’t read | 3 | FILE | can’t read | 2026-03-02T08:00:00Z",
                "<27>1 - host k24 - - [x@1 mac=\"024B7A00531C\"][y@1 a=\"b\\]\"] two | 3 | k24 | two |",
                "<30>Mar  2 08:00:00 024b7a00531c prov[12]: asks | 6 | prov | asks | 2026-03-02T08:00:00Z",
                "<30>Dec 31 23:59:59 024b7a00531c prov: last year | 6 | prov | last year | 2025-12-31T23:59:59Z"
            })
    void syslogIsReadInBothForms(String line, int severity, String subject, String text, Instant says) {
        assertThat(SyslogLine.read(line, Brought.NOW)).hasValueSatisfying(read -> {
            assertThat(read.severity()).isEqualTo(severity);
            assertThat(read.subject()).isEqualTo(subject);
            assertThat(read.text()).isEqualTo(text);
            assertThat(read.says()).isEqualTo(java.util.Optional.ofNullable(says));
            assertThat(read.mac()).map(Object::toString).contains("02-4B-7A-00-53-1C");
        });
    }

    @ParameterizedTest
    @CsvSource({"no syslog", "<192>1 - h a - - - too urgent", "<27>2 - h a - - - another version", "<27>"})
    void whatIsNoSyslogIsNone(String line) {
        assertThat(SyslogLine.read(line, Brought.NOW)).isEmpty();
    }

    @Test
    void linesOfSyslogInAFileAreLogsOfTheirDevices() {
        Brought brought = Brought.read(("Mar  2 08:00:00 gateway noise\n"
                        + "<27>1 2026-03-02T08:00:00Z 02-4B-7A-00-53-1C k24 - FILE - can’t read it\n")
                .getBytes(StandardCharsets.UTF_8));
        assertThat(brought.seen)
                .singleElement()
                .satisfies(s -> assertThat(((Logged) s.observation()).text()).isEqualTo("can’t read it"));
    }

    @ParameterizedTest
    @MethodSource("others")
    void whatIsNeitherIsRefusedWithWhatWouldBeRight(byte[] bytes, String words) {
        assertThat(Brought.read(bytes).trouble).isEqualTo(words);
    }

    static Stream<Arguments> others() {
        ByteArrayOutputStream zeros = new ByteArrayOutputStream();
        zeros.writeBytes(new byte[600]);
        return Stream.of(
                Arguments.of(new byte[0], "It is empty."),
                Arguments.of(
                        new byte[] {0x1f, (byte) 0x8b, 8, 0},
                        "It is packed: unpack it first, and bring what is in it."),
                Arguments.of(Wire.text("PK\3\4rest"), "It is packed: unpack it first, and bring what is in it."),
                Arguments.of(
                        zeros.toByteArray(),
                        "It is neither a capture (pcap or pcapng) nor a text log: its first bytes are none of these."));
    }

    @Test
    void aLogOfNoiseGivesNothingAndTakesNoTime() {
        Random random = new Random(7);
        byte[] noise = new byte[400_000];
        random.nextBytes(noise);
        noise[0] = 'x';
        noise[1] = 'x';
        noise[2] = 'x';
        noise[3] = 'x';
        for (int i = 0; i < noise.length; i++) {
            noise[i] = noise[i] == 0 ? 1 : noise[i];
        }
        assertThat(Brought.read(noise, 4_096).seen).isEqualTo(List.of());
    }
}
