package jordfell.lab.net;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SipRewritingTest {

    private static final String REGISTER = "REGISTER sip:v.example SIP/2.0\r\n"
            + "Via: SIP/2.0/UDP 198.51.100.7:5060;rport;branch=z9hG4bKa\r\n"
            + "Contact: <sip:7@198.51.100.7:5060>\r\n\r\n"
            + "Contact: <sip:7@198.51.100.7:5060> is text in a body";

    private static final Endpoint PHONE = new Endpoint("198.51.100.7", 5060);
    private static final Endpoint NODE = new Endpoint("192.0.2.11", 5060);

    private static String out(Hop hop, Endpoint to, String text) {
        Packet packet = Packet.of(PHONE, to, text.getBytes(StandardCharsets.UTF_8));
        return new String(hop.out(packet, Instant.EPOCH).orElseThrow().bytes(), StandardCharsets.UTF_8);
    }

    @ParameterizedTest
    @CsvSource({"true, false", "false, true", "true, true"})
    void writesItsOwnAddressWhereItMeddlesAndNowhereElse(boolean via, boolean contact) {
        String sent = out(new SipRewriting("192.0.2.60", via, contact), NODE, REGISTER);
        assertThat(sent)
                .contains("UDP " + (via ? "192.0.2.60" : "198.51.100.7") + ":5060;rport")
                .contains("Contact: <sip:7@" + (contact ? "192.0.2.60" : "198.51.100.7") + ":5060>\r\n")
                .endsWith("Contact: <sip:7@198.51.100.7:5060> is text in a body");
    }

    @Test
    void theViaOfAnAnswerIsNotTheRoutersToWrite() {
        String answer = REGISTER.replaceFirst("REGISTER sip:v.example SIP/2.0", "SIP/2.0 200 OK");
        assertThat(out(new SipRewriting("192.0.2.60", true, false), NODE, answer))
                .isEqualTo(answer);
    }

    @Test
    void whatIsNoSipPassesAsItIs() {
        assertThat(out(
                        new SipRewriting("192.0.2.60", true, true),
                        new Endpoint("192.0.2.53", 53),
                        "Via: SIP/2.0/UDP 1.2.3.4"))
                .isEqualTo("Via: SIP/2.0/UDP 1.2.3.4");
    }
}
