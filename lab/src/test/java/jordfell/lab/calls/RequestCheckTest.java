package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.RegistrarFixture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A registrar by the book: what any request is looked at for, and how answers find their way. */
class RequestCheckTest extends RegistrarFixture {

    private SipMessage request(String method, String uri) {
        return register("2416", "<sip:2416@192.0.2.101>")
                .withStartLine(method + " " + uri + " SIP/2.0")
                .replacing("CSeq", "1 " + method);
    }

    @Test
    void whatIsRequiredAndNotKnownIsNamed() {
        SipMessage refused = send(register("2416", "<sip:a@b>").with("Require", "outbound, gruu"));
        assertThat(refused.status()).isEqualTo(420);
        assertThat(refused.startLine()).isEqualTo("SIP/2.0 420 Bad Extension");
        assertThat(refused.first("Unsupported")).hasValue("outbound, gruu");
        assertThat(send(request("INVITE", "sip:2416@" + DOMAIN).with("Proxy-Require", "Foo"))
                        .first("Unsupported"))
                .hasValue("foo");
    }

    @Test
    void whatTheOtherEndHasToKnowIsNoneOfAProxysBusiness() {
        assertThat(send(request("INVITE", "sip:2416@" + DOMAIN).with("Require", "100rel"))
                        .status())
                .isEqualTo(407); // a stranger has to say who it is; nothing is said of what is required
    }

    @Test
    void anAckIsNeverAnswered() {
        Outcome outcome =
                server.handle("north", request("ACK", "sip:2416@" + DOMAIN).withoutFirst("To"), PHONE, now);
        assertThat(outcome.sends()).isEmpty();
    }

    @Test
    void aMethodThatIsNotTakenIsAnsweredWithThoseThatAre() {
        assertThat(send(request("PUBLISH", "sip:" + DOMAIN)).first("Allow")).hasValue(RequestCheck.ALLOW);
    }

    @ParameterizedTest
    @CsvSource({
        "sip:voice.example, 200",
        "sip:2416@voice.example, 200",
        "sip:9999@voice.example, 404",
        "sip:elsewhere.example, 404"
    })
    void optionsAreAnsweredForWhoIsThere(String uri, int status) {
        SipMessage answer = send(request("OPTIONS", uri));
        assertThat(answer.status()).isEqualTo(status);
        assertThat(answer.first("Allow").isPresent()).isEqualTo(status == 200);
        assertThat(answer.first("Accept").isPresent()).isEqualTo(status == 200);
        assertThat(answer.first("Supported").isPresent()).isEqualTo(status == 200);
    }

    @ParameterizedTest
    @CsvSource({"0, 401", "2147483647, 401", "2147483648, 400", "99999999999, 400", "x, 400"})
    void aSequenceNumberHas31Bits(String cseq, int status) {
        assertThat(send(register("2416", "<sip:a@b>").replacing("CSeq", cseq + " REGISTER"))
                        .status())
                .isEqualTo(status);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ;rport;branch=z9hG4bK1        | ;rport=5060;branch=z9hG4bK1;received=192.0.2.101
            ;branch=z9hG4bK1;RPORT        | ;branch=z9hG4bK1;rport=5060;received=192.0.2.101
            ; rport ;branch=z9hG4bK1      | ;rport=5060;branch=z9hG4bK1;received=192.0.2.101
            ;rport=;branch=z9hG4bK1       | ;rport=5060;branch=z9hG4bK1;received=192.0.2.101
            ;rport=9;branch=z9hG4bK1      | ;rport=5060;branch=z9hG4bK1;received=192.0.2.101
            ;received=1.2.3.4;branch=z9hG4bK1 | ;branch=z9hG4bK1;received=192.0.2.101
            ;branch=z9hG4bK1              | ;branch=z9hG4bK1;received=192.0.2.101
            ;branch=z9hG4bKrportx         | ;branch=z9hG4bKrportx;received=192.0.2.101
            """)
    void theSourceIsNotedHoweverAViaIsSpelt(String asked, String noted) {
        SipMessage answer = send(register("2416", "<sip:a@b>").replacing("Via", "SIP/2.0/UDP 10.0.0.1:9" + asked));
        assertThat(answer.first("Via")).hasValue("SIP/2.0/UDP 10.0.0.1:9" + noted);
    }

    @Test
    void viasThatStandJoinedAreAllReturned() {
        SipMessage answer = send(register("2416", "<sip:a@b>")
                .replacing(
                        "Via", "SIP/2.0/UDP 10.0.0.1:9;rport;branch=z9hG4bKa, SIP/2.0/UDP 10.0.0.2;branch=z9hG4bKb"));
        assertThat(answer.all("Via"))
                .containsExactly(
                        "SIP/2.0/UDP 10.0.0.1:9;rport=5060;branch=z9hG4bKa;received=192.0.2.101",
                        "SIP/2.0/UDP 10.0.0.2;branch=z9hG4bKb");
    }

    @Test
    void anAnswerWhoseViasStandJoinedFindsItsWayBack() {
        registerRightly("<sip:2416@192.0.2.101>");
        server.addService("test-call", new Endpoint("192.0.2.9", 5060));
        SipMessage invite = request("INVITE", "sip:test-call@" + DOMAIN);
        last = server.handle("north", invite, PHONE, now);
        SipMessage onward = last.sends().get(1).message(); // after 100 Trying
        SipMessage ringing = SipMessage.response(180, "Ringing")
                .with("Via", String.join(", ", onward.all("Via")))
                .with("From", onward.first("From").orElseThrow())
                .with("To", onward.first("To").orElseThrow())
                .with("Call-ID", onward.first("Call-ID").orElseThrow())
                .with("CSeq", "1 INVITE");
        Outcome back = server.handle("north", ringing, new Endpoint("192.0.2.9", 5060), now);
        assertThat(back.sends()).singleElement().satisfies(out -> {
            assertThat(out.to()).isEqualTo(PHONE);
            assertThat(out.message().all("Via")).hasSize(1);
        });
    }

    @ParameterizedTest
    @CsvSource({"0, 483", "00, 483", "000, 483", "x, 483", "0070, 480", "4294967295, 480"})
    void hopsAreANumberHoweverItIsWritten(String hops, int status) {
        registerRightly("<sip:2416@192.0.2.101>");
        SipMessage invite = request("INVITE", "sip:2417@" + DOMAIN)
                .replacing("To", "<sip:2417@" + DOMAIN + ">")
                .with("Max-Forwards", hops);
        assertThat(send(invite).status()).isEqualTo(status);
    }

    @ParameterizedTest
    @CsvSource({
        "sip:VOICE.example, 200",
        "sip:voice.example, 200",
        "sip:elsewhere.example, 400",
        "sip:voice.example:5080, 400"
    })
    void theUriOfAnAnswerIsTheOneThatWasAsked(String uri, int status) {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.SHA_256);
        SipMessage answered = register("2416", "<sip:a@b>")
                .with(
                        "Authorization",
                        DigestAnswer.to(asked, "2416-a", "right", "REGISTER", uri, "c", 1)
                                .header());
        assertThat(send(answered).status()).isEqualTo(status);
    }

    @ParameterizedTest
    @CsvSource({"4294967295, 600", "99999999999, 300", "soon, 300", "120, 120"})
    void anExpiryIsGrantedAsFarAsItGoes(String wish, String granted) {
        SipMessage ok = registerRightly("<sip:2416@192.0.2.101>", "Expires", wish);
        assertThat(SipHeaders.contacts(ok).get(0).param("expires")).hasValue(granted);
        assertThat(SipHeaders.date(ok)).hasValue(now);
    }
}
