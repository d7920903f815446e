package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.Exchange.Agent;
import org.junit.jupiter.api.Test;

/** Who may call, and what belongs to no call (RFC 3261 §16.5, §22.3). */
class CallersTest {

    private final Exchange exchange = new Exchange();
    private final Agent ann = exchange.agent("2001", 6001);
    private final Agent ben = exchange.agent("2002", 6002);

    @Test
    void callToWhomNothingIsRegisteredIsUnavailableAndToNobodyNotFound() {
        ann.call("2009");
        ann.next("SIP/2.0 100");
        assertThat(ann.next("SIP/2.0 480").first("Warning")).hasValue("399 north \"nothing is registered as 2009\"");
        ann.call("7777");
        ann.next("SIP/2.0 100");
        ann.next("SIP/2.0 404");
        ann.send(ann.request("INVITE", "2002").replacing("Max-Forwards", "0"));
        ann.next("SIP/2.0 483");
    }

    @Test
    void whoeverIsNotRegisteredFromThereProvesWhoItIs() {
        Agent away = exchange.stranger("2001", 7001);
        SipMessage invite = away.call("2002");
        DigestChallenge asked = DigestChallenge.read(
                        away.next("SIP/2.0 407").first("Proxy-Authenticate").orElseThrow())
                .orElseThrow();
        assertThat(ben.inbox).isEmpty();
        away.send(invite.replacing("CSeq", "2 INVITE")
                .replacing("Via", "SIP/2.0/UDP 10.1.1.1:7000;rport;branch=z9hG4bKproven")
                .with("Proxy-Authorization", Exchange.answer(asked, "2001", "INVITE", invite.requestUri())));
        away.next("SIP/2.0 100");
        assertThat(ben.next("INVITE").first("Proxy-Authorization"))
                .as("what proves it is for this proxy alone")
                .isEmpty();
    }

    @Test
    void nobodyCallsAsSomebodyElse() {
        SipMessage invite = ann.request("INVITE", "2002").replacing("From", "<sip:2003@voice.example>;tag=x");
        ann.send(invite);
        DigestChallenge asked = DigestChallenge.read(
                        ann.next("SIP/2.0 407").first("Proxy-Authenticate").orElseThrow())
                .orElseThrow();
        ann.send(invite.with("Proxy-Authorization", Exchange.answer(asked, "2001", "INVITE", invite.requestUri())));
        ann.next("SIP/2.0 403");
        ann.send(ann.request("INVITE", "2002").replacing("From", "<sip:9999@voice.example>;tag=x"));
        ann.next("SIP/2.0 407"); // whether there is such a number is not told
        ann.send(ann.request("INVITE", "2002").replacing("From", "<sip:2001@elsewhere.example>;tag=x"));
        ann.next("SIP/2.0 403");
        assertThat(ben.inbox).isEmpty();
    }

    @Test
    void requestOfNoCallIsSentToNobody() {
        Agent stranger = exchange.stranger("2005", 7005);
        stranger.send(stranger.request("BYE", "2002").replacing("To", "<sip:2002@voice.example>;tag=of6002"));
        stranger.next("SIP/2.0 481");
        stranger.send(stranger.request("ACK", "2002"));
        assertThat(stranger.inbox).isEmpty();
        assertThat(ben.inbox).isEmpty();
    }

    @Test
    void answerThatNobodyAskedForGoesNowhere() {
        SipMessage forged = SipMessage.response(200, "OK")
                .with("Via", "SIP/2.0/UDP 192.0.2.20:5060;branch=z9hG4bKjfwabc")
                .with("Via", "SIP/2.0/UDP 203.0.113.7:5060;branch=z9hG4bK1")
                .with("From", "<sip:2001@voice.example>;tag=x")
                .with("To", "<sip:2002@voice.example>;tag=y")
                .with("Call-ID", "forged")
                .with("CSeq", "1 BYE");
        assertThat(exchange.server.handle("north", forged, ann.at, exchange.now).sends())
                .isEmpty();
    }
}
