package jordfell.lab.capture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Captures of the wire: written, read back, and read by a program that is none of ours. */
class PcapngTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00.123456Z");
    private static final Endpoint PHONE = new Endpoint("198.51.100.7", 5060);
    private static final Endpoint NODE = new Endpoint("192.0.2.11", 5060);
    private static final Map<String, String> NAMES = Map.of("192.0.2.11", "north", "198.51.100.7", "Ticket window 1");
    private static final String OPTIONS = """
            OPTIONS sip:2413@198.51.100.7 SIP/2.0\r
            Via: SIP/2.0/UDP 192.0.2.11:5060;branch=z9hG4bKa\r
            From: <sip:north@v.example>;tag=a\r
            To: <sip:2413@v.example>\r
            Call-ID: a@north\r
            CSeq: 1 OPTIONS\r
            Max-Forwards: 70\r
            Content-Length: 0\r
            \r
            """;

    private static byte[] written(List<Captured> captured) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Pcapng.write(captured, NAMES, out);
        return out.toByteArray();
    }

    private static List<Captured> atRandom(int count) {
        Random random = new Random(3);
        List<Captured> all = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            byte[] bytes = new byte[random.nextInt(i % 50 == 0 ? 60_000 : 1_400)];
            random.nextBytes(bytes);
            all.add(Captured.whole(
                    START.plusMillis(i * 7L),
                    new Endpoint("198.51.100." + random.nextInt(256), random.nextInt(65_536)),
                    new Endpoint("192.0.2." + random.nextInt(256), random.nextInt(65_536)),
                    bytes));
        }
        return all;
    }

    @Test
    void whatWasWrittenIsReadBack() throws IOException {
        List<Captured> all = atRandom(300);
        List<Captured> read = Pcapng.read(new ByteArrayInputStream(written(all)));
        assertThat(read).hasSameSizeAs(all);
        for (int i = 0; i < all.size(); i++) {
            assertThat(read.get(i).at()).isEqualTo(all.get(i).at());
            assertThat(read.get(i).from()).isEqualTo(all.get(i).from());
            assertThat(read.get(i).to()).isEqualTo(all.get(i).to());
            assertThat(read.get(i).bytes()).isEqualTo(all.get(i).bytes());
        }
    }

    @Test
    void theSameWireGivesTheSameBytes() throws IOException {
        assertThat(written(atRandom(50))).isEqualTo(written(atRandom(50)));
    }

    @Test
    void whatIsCutShortOrNoCaptureIsToldWithWhere() throws IOException {
        byte[] whole = written(atRandom(3));
        for (int length : List.of(5, 40, whole.length / 2, whole.length - 1)) {
            assertThatThrownBy(() -> Pcapng.read(new ByteArrayInputStream(Arrays.copyOf(whole, length))))
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("cut short within what begins at byte ");
        }
        assertThatThrownBy(() ->
                        Pcapng.read(new ByteArrayInputStream("no capture at all".getBytes(StandardCharsets.US_ASCII))))
                .hasMessage("It begins as no capture does, neither pcap nor pcapng.");
        byte[] broken = whole.clone();
        broken[7] = 0x7f;
        assertThatThrownBy(() -> Pcapng.read(new ByteArrayInputStream(broken))).hasMessageContaining("at byte 0 says");
    }

    @Test
    void addressesThatAreNoneOfIpv4AreLeftOutAndLongNamesAreNot() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Captured six = Captured.whole(START, new Endpoint("2001:db8::7", 5060), NODE, new byte[] {1});
        Captured four = Captured.whole(START, PHONE, NODE, new byte[] {2});
        Map<String, String> names = Map.of("2001:db8::7", "six", "198.51.100.7", "長".repeat(500));
        assertThat(Pcapng.write(List.of(six, four), names, out)).isEqualTo(1);
        assertThat(Pcapng.read(new ByteArrayInputStream(out.toByteArray())))
                .singleElement()
                .extracting(Captured::from)
                .isEqualTo(PHONE);
    }

    @Test
    void aStreamIsWrittenInItsOrderAndWhatGoesByTlsIsNot(@TempDir Path folder) throws Exception {
        Endpoint agent = new Endpoint("198.51.100.7", 40_001, Transport.TCP);
        Endpoint node = new Endpoint("192.0.2.11", 5060, Transport.TCP);
        byte[] options = OPTIONS.replace("SIP/2.0/UDP", "SIP/2.0/TCP").getBytes(StandardCharsets.UTF_8);
        List<Captured> all = List.of(
                Captured.whole(START, agent, node, options),
                Captured.whole(START.plusMillis(1), node, agent, options),
                Captured.whole(START.plusMillis(2), agent, node, options),
                Captured.whole(
                        START.plusMillis(3),
                        new Endpoint("198.51.100.7", 40_002, Transport.TLS),
                        new Endpoint("192.0.2.11", 5061, Transport.TLS),
                        options));
        byte[] bytes = written(all);
        assertThat(Pcapng.read(new ByteArrayInputStream(bytes)))
                .hasSize(3)
                .allSatisfy(read -> assertThat(read.bytes()).isEqualTo(options))
                .extracting(read -> read.from().transport())
                .containsOnly(Transport.TCP);
        Path file = Files.write(folder.resolve("stream.pcapng"), bytes);
        assertThat(tshark(file, "-T", "fields", "-e", "tcp.seq_raw", "-e", "tcp.ack_raw", "-e", "sip.Method")
                        .lines())
                .containsExactly(
                        "1\t1\tOPTIONS",
                        "1\t" + (options.length + 1) + "\tOPTIONS",
                        (options.length + 1) + "\t" + (options.length + 1) + "\tOPTIONS");
        assertThat(tshark(
                        file,
                        "-o",
                        "tcp.check_checksum:TRUE",
                        "-Y",
                        "tcp.checksum.status != \"Good\" || tcp.analysis.flags"))
                .isBlank();
    }

    @Test
    void ofADatagramWhoseFragmentsGotLostTheFirstIsThereAndNothingIsReadOfIt(@TempDir Path folder) throws Exception {
        byte[] long_ = (OPTIONS.strip() + "\r\n\r\n" + "x".repeat(2_000)).getBytes(StandardCharsets.UTF_8);
        byte[] bytes = written(List.of(
                new Captured(START, NODE, PHONE, long_, 500), Captured.whole(START.plusMillis(1), NODE, PHONE, long_)));
        assertThat(Pcapng.read(new ByteArrayInputStream(bytes)))
                .singleElement()
                .satisfies(read -> assertThat(read.bytes()).isEqualTo(long_));
        Path file = Files.write(folder.resolve("cut.pcapng"), bytes);
        assertThat(tshark(file, "-T", "fields", "-e", "ip.flags.mf", "-e", "ip.frag_offset", "-e", "ip.len")
                        .replace("True", "1")
                        .replace("False", "0")
                        .lines())
                .containsExactly("1\t0\t516", "1\t0\t1500", "0\t185\t" + (long_.length + 8 - 1_480 + 20));
    }

    @Test
    void anotherProgramReadsItWithoutComplaint(@TempDir Path folder) throws Exception {
        List<Captured> all = new ArrayList<>(atRandom(200));
        all.add(0, Captured.whole(START, NODE, PHONE, OPTIONS.getBytes(StandardCharsets.UTF_8)));
        Path file = Files.write(folder.resolve("lab.pcapng"), written(all));
        String first = tshark(
                file,
                "-c",
                "1",
                "-T",
                "fields",
                "-e",
                "frame.time_epoch",
                "-e",
                "ip.src",
                "-e",
                "udp.dstport",
                "-e",
                "sip.Method",
                "-e",
                "frame.comment");
        assertThat(first.strip())
                .matches("1772438400\\.1234560*\t192\\.0\\.2\\.11\t5060\tOPTIONS\tnorth to Ticket window 1");
        String bad = tshark(
                file,
                "-Y",
                "ip.checksum.status != 1 || udp.checksum.status != 1",
                "-T",
                "fields",
                "-e",
                "frame.number");
        assertThat(bad.strip())
                .as("frames whose checksums or lengths it doubts")
                .isEmpty();
        String counted = tshark(file, "-Y", "udp", "-T", "fields", "-e", "frame.number");
        assertThat(counted.lines()).hasSize(201);
    }

    private static String tshark(Path file, String... how) throws Exception {
        List<String> command = new ArrayList<>(List.of(
                "tshark", "-r", file.toString(), "-o", "ip.check_checksum:TRUE", "-o", "udp.check_checksum:TRUE"));
        command.addAll(List.of(how));
        Process process = new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).isZero();
        return out;
    }
}
