package jordfell.lab.registrar;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** 2416 is registered and dials; where it goes is said by the accounts. */
class DialledTest extends RegistrarFixture {

    private static final Endpoint LINE = new Endpoint("192.0.2.10", 5060);
    private static final Endpoint MAILBOX = new Endpoint("192.0.2.11", 5060);

    @BeforeEach
    void register() {
        registerRightly("<sip:2416@192.0.2.101>");
        registrar.addService(CallProxy.OUTSIDE_LINE, LINE);
        registrar.addService("voicemail", MAILBOX);
    }

    private SipMessage request(String method, String number, String toTag) {
        return register("2416", "<sip:2416@192.0.2.101>")
                .withStartLine(method + " sip:" + number + "@" + DOMAIN + " SIP/2.0")
                .replacing("To", "<sip:" + number + "@" + DOMAIN + ">" + toTag)
                .replacing("CSeq", "1 " + method);
    }

    private Endpoint calledAt(String method, String number) {
        send(request(method, number, ""));
        return last.sends().get(0).to();
    }

    @Test
    void whatMayNotBeDialledIsRefusedWithTheReason() {
        dials.put("2416 000999", new Dialled.Refused("ask a \"lead\""));
        SipMessage answer = send(request("INVITE", "000999", ""));
        assertThat(answer.status()).isEqualTo(403);
        assertThat(answer.first("Warning")).hasValue("399 north \"ask a 'lead'\"");
        assertThat(registrar
                        .handle("north", request("ACK", "000999", ""), PHONE, now)
                        .sends())
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"INVITE", "CANCEL"})
    void whatGoesOutLeavesByTheLineAsItIsToBeCalled(String method) {
        dials.put("2416 0555123", new Dialled.Outside("555123"));
        assertThat(calledAt(method, "0555123")).isEqualTo(LINE);
        assertThat(last.sends().get(0).message().requestUri()).isEqualTo("sip:555123@" + DOMAIN);
    }

    @Test
    void whatStaysInsideMayBeAnotherNumberThanWasDialled() {
        dials.put("2416 9", new Dialled.Inside("2416"));
        assertThat(calledAt("INVITE", "9")).isEqualTo(PHONE);
        dials.put("2416 8", new Dialled.Inside("7777"));
        assertThat(send(request("INVITE", "8", "")).status()).isEqualTo(404);
        dials.put("2416 7", new Dialled.Inside("2417"));
        assertThat(send(request("INVITE", "7", "")).status()).isEqualTo(480);
    }

    @Test
    void aServiceAnswersByItsName() {
        dials.put("2416 *86", new Dialled.Service("voicemail"));
        assertThat(calledAt("INVITE", "*86")).isEqualTo(MAILBOX);
        dials.put("2416 *87", new Dialled.Service("nothing of this name"));
        assertThat(last.sends()).hasSize(1);
        assertThat(send(request("INVITE", "*87", "")).status()).isEqualTo(404);
    }

    @Test
    void whatGoesOnInACallIsNotDialledAnew() {
        dials.put("2416 2416", new Dialled.Refused("not you"));
        assertThat(send(request("BYE", "2416", ";tag=far")).isResponse()).isFalse();
        assertThat(last.sends().get(0).to()).isEqualTo(PHONE);
        assertThat(send(request("INVITE", "2416", "")).status()).isEqualTo(403);
    }
}
