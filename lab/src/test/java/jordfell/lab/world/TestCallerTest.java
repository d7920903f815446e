package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;
import org.junit.jupiter.api.Test;

/** Which messages at the test number are a call that somebody made. */
class TestCallerTest {

    private static final Endpoint AGENT = new Endpoint("192.0.2.40", 5060);

    private final Timeline timeline = new Timeline(Instant.parse("2026-03-02T08:00:00Z"));
    private final Network network = new Network(timeline, new Random(1));
    private final List<String> taken = new ArrayList<>();

    TestCallerTest() {
        network.attach(AGENT, (from, bytes) -> {});
        var unused = new TestCaller(timeline, network, new Random(2), from -> taken.add(from.user()));
    }

    private void send(String method, String callId) {
        send(method, callId, "");
    }

    private void send(String method, String callId, String toTag) {
        SipMessage message = SipMessage.request(method, "sip:*8378@v.example")
                .with("Via", "SIP/2.0/UDP " + AGENT + ";rport;branch=z9hG4bK" + method + callId)
                .with("From", "<sip:2416@v.example>;tag=1")
                .with("To", "<sip:*8378@v.example>" + toTag)
                .with("Call-ID", callId)
                .with("CSeq", "1 " + method);
        network.send(AGENT, TestCaller.ADDRESS, message.bytes());
        timeline.run(Duration.ofSeconds(1));
    }

    @Test
    void callIsOneThatWasAnsweredAndAcknowledged() {
        send("INVITE", "a");
        assertThat(taken).isEmpty();
        send("ACK", "a");
        assertThat(taken).containsExactly("2416");
    }

    @Test
    void acknowledgementAloneIsNoCall() {
        send("ACK", "a");
        assertThat(taken).isEmpty();
    }

    @Test
    void acknowledgementThatComesAgainIsNoSecondCall() {
        send("INVITE", "a");
        send("ACK", "a");
        send("ACK", "a");
        assertThat(taken).hasSize(1);
    }

    @Test
    void callWhoseEndOvertakesItsAcknowledgementIsOneCall() {
        send("INVITE", "a");
        send("BYE", "a", ";tag=2");
        send("ACK", "a", ";tag=2");
        assertThat(taken).containsExactly("2416");
    }

    @Test
    void callThatEndsBeforeItIsUpIsNone() {
        send("INVITE", "a");
        send("CANCEL", "a");
        send("ACK", "a");
        assertThat(taken).isEmpty();
    }
}
