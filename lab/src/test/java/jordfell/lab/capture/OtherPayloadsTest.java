package jordfell.lab.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.capture.Flow;
import jordfell.core.capture.Sighting;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.identity.MacAddress;
import jordfell.lab.dhcp.DhcpMessage;
import org.junit.jupiter.api.Test;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.Type;

/** What else is read out of captures: answers of name services, and addresses that were given. */
class OtherPayloadsTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final Flow FROM_NAMES = new Flow("192.0.2.53", 53, "198.51.100.7", 40_000);
    private static final Flow FROM_LEASES = new Flow("192.0.2.67", 67, "198.51.100.7", 68);

    private static byte[] answer(boolean isAnswer, int code, String... addresses) throws Exception {
        Message message = new Message();
        Name name = Name.fromString("north.v.example.");
        message.addRecord(Record.newRecord(name, Type.A, DClass.IN), Section.QUESTION);
        if (isAnswer) {
            message.getHeader().setFlag(Flags.QR);
        }
        message.getHeader().setRcode(code);
        for (String address : addresses) {
            message.addRecord(
                    new ARecord(name, DClass.IN, 60, java.net.InetAddress.getByName(address)), Section.ANSWER);
        }
        return message.toWire();
    }

    @Test
    void anAnswerOfANameServiceIsALookUpOfWhoeverAsked() throws Exception {
        NameAnswers names = new NameAnswers();
        assertThat(names.mayBe(FROM_NAMES)).isTrue();
        assertThat(names.mayBe(FROM_LEASES)).isFalse();
        Sighting found = names.read(T, FROM_NAMES, answer(true, Rcode.NOERROR, "192.0.2.11"))
                .orElseThrow();
        assertThat(found.host()).isEqualTo("198.51.100.7");
        assertThat(found.observation())
                .isEqualTo(new NameLookedUp(T, "north.v.example", "A", List.of("192.0.2.11"), "NOERROR"));
        assertThat(names.read(T, FROM_NAMES, answer(true, Rcode.NXDOMAIN)))
                .map(s -> ((NameLookedUp) s.observation()).isNoName())
                .contains(true);
    }

    @Test
    void aQuestionAndWhatIsNoneAreNoAnswers() throws Exception {
        NameAnswers names = new NameAnswers();
        assertThat(names.read(T, FROM_NAMES, answer(false, Rcode.NOERROR))).isEmpty();
        assertThat(names.read(T, FROM_NAMES, new byte[] {1, 2, 3})).isEmpty();
    }

    @Test
    void anAddressThatIsGivenIsALeaseOfItsMacWithWhereItsFilesAre() {
        MacAddress mac = MacAddress.of("024B7A00531C");
        GivenAddresses leases = new GivenAddresses();
        byte[] ack = new DhcpMessage(
                        DhcpMessage.Kind.ACK,
                        1,
                        mac,
                        "198.51.100.7",
                        Map.of(66, "http://x/p/".getBytes(java.nio.charset.StandardCharsets.US_ASCII)))
                .bytes();
        Sighting given = leases.read(T, FROM_LEASES, ack).orElseThrow();
        assertThat(given.mac()).isEqualTo(Optional.of(mac));
        assertThat(given.observation()).isEqualTo(new Leased(T, "198.51.100.7", "192.0.2.67", 66, "http://x/p/"));
        byte[] offer = new DhcpMessage(DhcpMessage.Kind.OFFER, 1, mac, "198.51.100.7", Map.of()).bytes();
        assertThat(leases.read(T, FROM_LEASES, offer))
                .as("offered is not given")
                .isEmpty();
    }
}
