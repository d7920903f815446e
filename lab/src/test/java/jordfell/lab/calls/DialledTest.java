package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Dialled;
import jordfell.lab.registrar.RegistrarFixture;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** 2416 is registered and dials; where it goes is said by the accounts. */
class DialledTest extends RegistrarFixture {

    private static final Endpoint LINE = new Endpoint("192.0.2.10", 5060);
    private static final Endpoint MAILBOX = new Endpoint("192.0.2.11", 5060);

    @BeforeEach
    void register() {
        registerRightly("<sip:2416@192.0.2.101>");
        server.addService(Services.OUTSIDE_LINE, LINE);
        server.addService("voicemail", MAILBOX);
    }

    private SipMessage request(String method, String number, String toTag) {
        return register("2416", "<sip:2416@192.0.2.101>")
                .withStartLine(method + " sip:" + number + "@" + DOMAIN + " SIP/2.0")
                .replacing("To", "<sip:" + number + "@" + DOMAIN + ">" + toTag)
                .replacing("CSeq", "1 " + method);
    }

    private Endpoint calledAt(String number) {
        send(request("INVITE", number, ""));
        return last.sends().get(1).to(); // after 100 Trying
    }

    @Test
    void whatMayNotBeDialledIsRefusedWithTheReason() {
        dials.put("2416 000999", new Dialled.Refused("ask a \"lead\""));
        SipMessage answer = send(request("INVITE", "000999", ""));
        assertThat(answer.status()).isEqualTo(403);
        assertThat(answer.first("Warning")).hasValue("399 north \"ask a 'lead'\"");
        assertThat(server.handle("north", request("ACK", "000999", ""), PHONE, now)
                        .sends())
                .isEmpty();
    }

    @Test
    void whatGoesOutLeavesByTheLineAsItIsToBeCalled() {
        dials.put("2416 0555123", new Dialled.Outside("555123", "+999550124"));
        assertThat(calledAt("0555123")).isEqualTo(LINE);
        assertThat(last.sends().get(1).message().first("P-Asserted-Identity"))
                .hasValue("<sip:+999550124@" + DOMAIN + ">");
        assertThat(last.sends().get(1).message().requestUri()).isEqualTo("sip:555123@" + DOMAIN);
    }

    @Test
    void whatStaysInsideMayBeAnotherNumberThanWasDialled() {
        dials.put("2416 9", new Dialled.Inside("2416"));
        assertThat(calledAt("9")).isEqualTo(PHONE);
        dials.put("2416 8", new Dialled.Inside("7777"));
        assertThat(send(request("INVITE", "8", "")).status()).isEqualTo(404);
        dials.put("2416 7", new Dialled.Inside("2417"));
        assertThat(send(request("INVITE", "7", "")).status()).isEqualTo(480);
    }

    @Test
    void aServiceAnswersByItsName() {
        dials.put("2416 *86", new Dialled.Service("voicemail"));
        assertThat(calledAt("*86")).isEqualTo(MAILBOX);
        dials.put("2416 *87", new Dialled.Service("nothing of this name"));
        assertThat(send(request("INVITE", "*87", "")).status()).isEqualTo(404);
    }
}
