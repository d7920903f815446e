package jordfell.lab.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Random;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import org.junit.jupiter.api.Test;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.Type;

class SummaryTest {

    private static final Endpoint PHONE = new Endpoint("198.51.100.7", 5060);
    private static final Endpoint NODE = new Endpoint("192.0.2.11", 5060);

    private static Summary.Line of(Endpoint from, Endpoint to, byte[] bytes) {
        return Summary.of(Captured.whole(Instant.EPOCH, from, to, bytes));
    }

    private static SipMessage register() {
        return SipMessage.request("REGISTER", "sip:v.example")
                .with("To", "<sip:2416@v.example>")
                .with("CSeq", "1 REGISTER")
                .with("Authorization", "Digest username=\"2416\", response=\"0123456789abcdef0123456789abcdef\"");
    }

    @Test
    void aRegistrationIsToldByItsNumberAndWithoutItsProof() {
        assertThat(of(PHONE, NODE, register().bytes())).isEqualTo(new Summary.Line("SIP", "REGISTER 2416", false));
    }

    @Test
    void anAnswerIsToldWithWhatItAnswersAndAChallengeIsNoTrouble() {
        SipMessage no = SipMessage.response(403, "Forbidden")
                .with("To", "<sip:2416@v.example>")
                .with("CSeq", "1 REGISTER");
        assertThat(of(NODE, PHONE, no.bytes()))
                .isEqualTo(new Summary.Line("SIP", "403 Forbidden to REGISTER 2416", true));
        SipMessage challenge = SipMessage.response(401, "Unauthorized").with("CSeq", "1 REGISTER");
        assertThat(of(NODE, PHONE, challenge.bytes()).troubled()).isFalse();
    }

    @Test
    void aNameIsToldWithWhatCameOfIt() throws Exception {
        Endpoint names = new Endpoint("192.0.2.53", 53);
        Message query = Message.newQuery(Record.newRecord(Name.fromString("v.example."), Type.SRV, DClass.IN));
        assertThat(of(PHONE, names, query.toWire()).text()).isEqualTo("v.example SRV?");
        query.getHeader().setFlag(Flags.QR);
        query.getHeader().setRcode(Rcode.NXDOMAIN);
        assertThat(of(names, PHONE, query.toWire()))
                .isEqualTo(new Summary.Line("DNS", "v.example SRV: NXDOMAIN", true));
    }

    @Test
    void whateverItIsALineComesOfItAndNoneIsLong() {
        Random random = new Random(1);
        for (int i = 0; i < 5_000; i++) {
            byte[] bytes = new byte[random.nextInt(300)];
            random.nextBytes(bytes);
            int port = new int[] {53, 123, 514, 5060, 17_000}[random.nextInt(5)];
            assertThat(of(PHONE, new Endpoint("192.0.2.1", port), bytes).text().length())
                    .isLessThanOrEqualTo(120);
        }
        assertThat(of(PHONE, NODE, "\r\n\r\n".getBytes(StandardCharsets.US_ASCII))
                        .text())
                .isEqualTo("keep-alive");
    }
}
