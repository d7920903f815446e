package jordfell.core.tftp;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class TftpTest {

    private static TftpPacket.Read read(Map<String, String> options) {
        return new TftpPacket.Read("site/024b7a00531c.korrin", "octet", options);
    }

    /** Sends until the file has arrived, acknowledging each packet, and gives what arrived. */
    private static byte[] fetch(TftpTransfer transfer) {
        java.io.ByteArrayOutputStream got = new java.io.ByteArrayOutputStream();
        while (transfer.present().isPresent()) {
            TftpPacket packet = TftpPacket.parse(transfer.present().get().wire());
            int block = 0;
            if (packet instanceof TftpPacket.Data data) {
                got.writeBytes(data.bytes());
                block = data.block();
            }
            assertThat(transfer.acknowledge(block)).isTrue();
        }
        return got.toByteArray();
    }

    private static byte[] file(int size) {
        byte[] bytes = new byte[size];
        for (int i = 0; i < size; i++) {
            bytes[i] = (byte) (i * 31);
        }
        return bytes;
    }

    static Stream<TftpPacket> packets() {
        return Stream.of(
                read(Map.of()),
                read(new LinkedHashMap<>(Map.of("blksize", "1428", "tsize", "0"))),
                new TftpPacket.Ack(65_535),
                new TftpPacket.Fault(1, "There is no such file."),
                new TftpPacket.OptionAck(Map.of("timeout", "3")),
                new TftpPacket.Write("x"));
    }

    @ParameterizedTest
    @MethodSource("packets")
    void everyPacketComesBackFromTheWire(TftpPacket packet) {
        assertThat(TftpPacket.parse(packet.wire())).isEqualTo(packet);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 511, 512, 513, 1024, 70_000})
    void fileArrivesWholeAndEndsWithAShortBlock(int size) {
        assertThat(fetch(new TftpTransfer(read(Map.of()), file(size)))).isEqualTo(file(size));
    }

    @Test
    void blockNumbersGoOnAfterTheLast() {
        byte[] file = file(8 * 66_000 + 3);
        assertThat(fetch(new TftpTransfer(read(Map.of("blksize", "8")), file))).isEqualTo(file);
    }

    @Test
    void optionsAreTakenAsFarAsTheyAreKnown() {
        TftpTransfer transfer = new TftpTransfer(
                read(Map.of("blksize", "100000", "timeout", "4", "tsize", "0", "windowsize", "4")), file(1_000));
        assertThat(transfer.present())
                .hasValue(new TftpPacket.OptionAck(Map.of("blksize", "65464", "timeout", "4", "tsize", "1000")));
        assertThat(transfer.timeout()).isEqualTo(Duration.ofSeconds(4));
        assertThat(transfer.acknowledge(1)).isFalse();
        assertThat(transfer.acknowledge(0)).isTrue();
        assertThat(((TftpPacket.Data) transfer.present().orElseThrow()).bytes()).hasSize(1_000);
    }

    @Test
    void aLongTimeOutIsNotAgreedTo() {
        TftpTransfer transfer = new TftpTransfer(read(Map.of("timeout", "255", "tsize", "0")), file(1_000));
        assertThat(transfer.present()).hasValue(new TftpPacket.OptionAck(Map.of("tsize", "1000")));
        assertThat(transfer.timeout()).isLessThanOrEqualTo(Duration.ofSeconds(TftpTransfer.MOST_SECONDS));
    }

    @Test
    void senselessOptionsAreNotTaken() {
        TftpTransfer transfer = new TftpTransfer(read(Map.of("blksize", "7", "timeout", "0")), file(1));
        assertThat(transfer.present()).hasValueSatisfying(p -> assertThat(p).isInstanceOf(TftpPacket.Data.class));
    }

    @Test
    void secondAcknowledgementOfABlockSendsNothing() {
        TftpTransfer transfer = new TftpTransfer(read(Map.of()), file(2_000));
        assertThat(transfer.acknowledge(1)).isTrue();
        assertThat(transfer.acknowledge(1)).isFalse();
        assertThat(((TftpPacket.Data) transfer.present().orElseThrow()).block()).isEqualTo(2);
    }

    @Test
    void brokenPacketsAreTold() {
        assertThat(List.of(
                        new byte[0],
                        new byte[] {0, 9, 0, 0},
                        "\0\1file".getBytes(StandardCharsets.UTF_8),
                        ("\0\1" + "x".repeat(600) + "\0octet\0").getBytes(StandardCharsets.UTF_8),
                        "\0\1file\0octet\0blksize\0".getBytes(StandardCharsets.UTF_8)))
                .allSatisfy(bytes -> assertThat(TftpPacket.parse(bytes)).isInstanceOf(TftpPacket.Broken.class));
    }
}
