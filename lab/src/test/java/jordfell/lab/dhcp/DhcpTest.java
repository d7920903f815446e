package jordfell.lab.dhcp;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import jordfell.core.identity.MacAddress;
import jordfell.lab.dhcp.DhcpMessage.Kind;
import org.junit.jupiter.api.Test;

class DhcpTest {

    private static final MacAddress MAC = MacAddress.of("02-4B-7A-00-53-1C");
    private static final Instant NOW = Instant.parse("2026-03-02T08:00:00Z");

    private final DhcpServer server = new DhcpServer("192.0.2.67", "192.0.2.1", "192.0.2.53");

    private static DhcpMessage asks(Kind kind, Map<Integer, byte[]> options) {
        return new DhcpMessage(kind, 0x3903F326, MAC, "", options);
    }

    @Test
    void aMessageHasItsFieldsWhereTheStandardPutsThem() {
        byte[] bytes = asks(Kind.DISCOVER, Map.of()).bytes();
        assertThat(bytes[0]).as("op: a request").isEqualTo((byte) 1);
        assertThat(Arrays.copyOfRange(bytes, 4, 8)).containsExactly(0x39, 0x03, 0xF3, 0x26);
        assertThat(Arrays.copyOfRange(bytes, 28, 34)).containsExactly(0x02, 0x4B, 0x7A, 0x00, 0x53, 0x1C);
        assertThat(Arrays.copyOfRange(bytes, 236, 244)).containsExactly(0x63, 0x82, 0x53, 0x63, 53, 1, 1, 255);
    }

    @Test
    void whoAsksIsOfferedAndThenGivenTheAddressThatIsKeptForIt() {
        server.keep(MAC, "192.0.2.101");
        server.tell(Map.of(66, "http://provisioning.example/p/pier/"));
        DhcpMessage offer = server.answer(asks(Kind.DISCOVER, Map.of()), NOW).orElseThrow();
        assertThat(offer.kind()).isEqualTo(Kind.OFFER);
        assertThat(server.leases(NOW)).as("an offer is no lease").isZero();
        DhcpMessage ack = server.answer(
                        asks(
                                Kind.REQUEST,
                                Map.of(
                                        DhcpMessage.REQUESTED, DhcpMessage.octets(offer.offered()),
                                        DhcpMessage.SERVER, DhcpMessage.octets("192.0.2.67"))),
                        NOW)
                .flatMap(answer -> DhcpMessage.read(answer.bytes()))
                .orElseThrow();
        assertThat(ack.kind()).isEqualTo(Kind.ACK);
        assertThat(ack.offered()).isEqualTo("192.0.2.101");
        assertThat(ack.address(DhcpMessage.ROUTER)).contains("192.0.2.1");
        assertThat(ack.text(66)).contains("http://provisioning.example/p/pier/");
        assertThat(ack.seconds(DhcpMessage.LASTS)).isEqualTo(86_400);
        assertThat(server.leases(NOW)).isEqualTo(1);
        assertThat(server.leases(NOW.plus(Duration.ofDays(1)))).isZero();
    }

    @Test
    void aStrangerIsToldNothingAndAWrongWishIsRefused() {
        assertThat(server.answer(asks(Kind.DISCOVER, Map.of()), NOW)).isEmpty();
        server.keep(MAC, "192.0.2.101");
        assertThat(server.answer(
                                asks(Kind.REQUEST, Map.of(DhcpMessage.REQUESTED, DhcpMessage.octets("192.0.2.7"))), NOW)
                        .map(DhcpMessage::kind))
                .contains(Kind.NAK);
        assertThat(server.answer(asks(Kind.REQUEST, Map.of(DhcpMessage.SERVER, DhcpMessage.octets("192.0.2.99"))), NOW))
                .as("it took another server’s offer")
                .isEmpty();
    }

    @Test
    void whatIsNoMessageIsReadAsNoneWhateverItsBytes() {
        Random random = new Random(3);
        byte[] good = asks(Kind.REQUEST, Map.of(66, "http://x/p/pier/".getBytes(StandardCharsets.US_ASCII)))
                .bytes();
        for (int i = 0; i < 20_000; i++) {
            byte[] bytes = Arrays.copyOf(good, random.nextInt(good.length + 40));
            for (int flips = random.nextInt(6); flips > 0 && bytes.length > 0; flips--) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            Optional<DhcpMessage> read = DhcpMessage.read(bytes);
            read.ifPresent(message -> assertThat(message.mac()).isNotNull());
        }
        assertThat(DhcpMessage.read(good)).isPresent();
        assertThat(DhcpMessage.read(new byte[0])).isEmpty();
    }
}
