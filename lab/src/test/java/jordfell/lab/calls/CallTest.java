package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.Exchange.Agent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Calls between agents, message by message (RFC 3261 §9, §13, §14, §15, §16, §17). */
class CallTest {

    private final Exchange exchange = new Exchange();
    private final Agent ann = exchange.agent("2001", 6001);
    private final Agent ben = exchange.agent("2002", 6002);

    @Test
    void callIsSentToTheContactAsItWasBoundByTheAddressThatItCameFrom() {
        SipMessage invite = ann.call("2002");
        assertThat(ann.next().startLine()).isEqualTo("SIP/2.0 100 Trying");
        SipMessage invited = ben.next();
        assertThat(invited.startLine()).isEqualTo("INVITE sip:2002@10.1.1.1:7000;ob SIP/2.0");
        assertThat(invited.first("Max-Forwards")).hasValue("69");
        assertThat(invited.first("From")).isEqualTo(invite.first("From"));
        assertThat(invited.headers().get(0).value()).startsWith("SIP/2.0/UDP 192.0.2.20:5060;rport;branch=z9hG4bK");
        assertThat(invited.all("Via").get(1)).contains("rport=6001").contains("received=192.0.2.99");
        assertThat(invited.all("Record-Route")).containsExactly("<sip:192.0.2.20:5060;lr;jf=north>");
    }

    /** From the first ring to the last goodbye, either side asking for something in between. */
    @Test
    void bothSidesSpeakWithinACall() {
        SipMessage invite = ann.call("2002");
        ann.next("SIP/2.0 100");
        SipMessage invited = ben.next("INVITE");
        ben.answer(invited, 180);
        assertThat(ann.next("SIP/2.0 180").all("Via")).hasSize(1);
        ben.answer(invited, 200);
        SipMessage ok = ann.next("SIP/2.0 200");
        ann.send(ann.within(invite, ok, "ACK", 1));
        SipMessage ack = ben.next("ACK sip:2002@10.1.1.1:7000;ob");
        assertThat(ack.first("Route")).isEmpty();

        SipMessage again = ann.within(invite, ok, "INVITE", 2);
        ann.send(again);
        SipMessage reinvited = ben.next("INVITE");
        ben.answer(reinvited, 488);
        ann.next("SIP/2.0 488");
        ann.send(ann.within(invite, ok, "ACK", 2)
                .replacing("Via", again.first("Via").orElseThrow()));
        assertThat(ben.next("ACK").first("Via"))
                .as("the acknowledgement of a refusal has the mark of what was refused")
                .isEqualTo(reinvited.first("Via"));

        ben.send(ben.back(invited, ok, "BYE", 1));
        ann.answer(ann.next("BYE"), 200);
        assertThat(ben.next("SIP/2.0 200").first("CSeq")).hasValue("1 BYE");
        assertThat(ann.inbox).isEmpty();
    }

    @Test
    void reInvitesThatCrossEachOtherEachReachTheOther() {
        SipMessage invite = ann.call("2002");
        SipMessage invited = ben.next("INVITE");
        ben.answer(invited, 200);
        ann.next("SIP/2.0 100");
        SipMessage ok = ann.next("SIP/2.0 200");
        ann.send(ann.within(invite, ok, "INVITE", 2));
        ben.send(ben.back(invited, ok, "INVITE", 1));
        ben.answer(ben.next("INVITE"), 491);
        ann.answer(ann.next("INVITE"), 491);
        ann.next("SIP/2.0 491");
        ben.next("SIP/2.0 491");
    }

    @Test
    void allContactsRingAndTheFirstAnswerEndsItForTheOthers() {
        Agent second = exchange.agent("2002", 6003);
        ann.call("2002");
        ann.next("SIP/2.0 100");
        SipMessage one = ben.next("INVITE");
        SipMessage two = second.next("INVITE");
        assertThat(one.first("Via")).isNotEqualTo(two.first("Via"));
        ben.answer(one, 180);
        second.answer(two, 180);
        second.answer(two, 200);
        SipMessage cancel = ben.next("CANCEL");
        assertThat(cancel.first("Via")).isEqualTo(one.first("Via"));
        assertThat(cancel.first("CSeq")).hasValue("1 CANCEL");
        ben.answer(cancel, 200);
        ben.answer(one, 487);
        assertThat(ben.next("ACK").first("Via")).isEqualTo(one.first("Via"));
        ann.next("SIP/2.0 180");
        ann.next("SIP/2.0 180");
        ann.next("SIP/2.0 200");
        assertThat(ann.inbox).as("that the other was called off is not told").isEmpty();
    }

    @Test
    void twoThatAnswerAtOnceAreBothToldToTheCaller() {
        Agent second = exchange.agent("2002", 6003);
        ann.call("2002");
        ann.next("SIP/2.0 100");
        ben.answer(ben.next("INVITE"), 200);
        second.answer(second.next("INVITE"), 200);
        assertThat(List.of(ann.next("SIP/2.0 200"), ann.next("SIP/2.0 200")))
                .extracting(ok -> ok.first("To").orElseThrow())
                .doesNotHaveDuplicates();
    }

    @Test
    void callerWhoGivesUpIsToldSoOnceAllStoppedRinging() {
        SipMessage invite = ann.call("2002");
        ann.next("SIP/2.0 100");
        SipMessage invited = ben.next("INVITE");
        ben.answer(invited, 180);
        ann.next("SIP/2.0 180");
        ann.send(cancel(invite));
        ann.next("SIP/2.0 200");
        ben.answer(ben.next("CANCEL"), 200);
        assertThat(ann.inbox).isEmpty();
        ben.answer(invited, 487);
        SipMessage over = ann.next("SIP/2.0 487");
        exchange.pass(Duration.ofMillis(500));
        ann.next("SIP/2.0 487 Request Terminated"); // until it is acknowledged
        ann.send(invite.withStartLine("ACK sip:2002@" + Exchange.DOMAIN + " SIP/2.0")
                .replacing("CSeq", "1 ACK")
                .replacing("To", over.first("To").orElseThrow()));
        exchange.pass(Duration.ofSeconds(10));
        assertThat(ann.inbox).isEmpty();
    }

    @Test
    void cancelThatComesAfterTheAnswerChangesNothing() {
        SipMessage invite = ann.call("2002");
        ann.next("SIP/2.0 100");
        ben.answer(ben.next("INVITE"), 200);
        ann.next("SIP/2.0 200");
        ann.send(cancel(invite));
        assertThat(ann.next().first("CSeq")).hasValue("1 CANCEL");
        assertThat(ben.inbox).isEmpty();
        assertThat(ann.inbox).isEmpty();
    }

    @Test
    void cancelWaitsForASignOfLife() {
        SipMessage invite = ann.call("2002");
        SipMessage invited = ben.next("INVITE");
        ann.send(cancel(invite));
        assertThat(ben.inbox).isEmpty();
        ann.next("SIP/2.0 100");
        ann.next("SIP/2.0 200");
        ann.next("SIP/2.0 487");
        ben.answer(invited, 180);
        ben.next("CANCEL");
    }

    @Test
    void cancelOfNothingIsSaidToBeThat() {
        ann.send(cancel(ann.request("INVITE", "2002")));
        ann.next("SIP/2.0 481");
    }

    @ParameterizedTest
    @ValueSource(ints = {486, 600, 603, 488, 404, 480})
    void refusalIsToldAsItWasSaidAndAcknowledgedOnTheWay(int status) {
        ann.call("2002");
        ann.next("SIP/2.0 100");
        SipMessage invited = ben.next("INVITE");
        ben.answer(invited, status);
        ann.next("SIP/2.0 " + status);
        assertThat(ben.next("ACK").first("CSeq")).hasValue("1 ACK");
        ben.answer(invited, status);
        ben.next("ACK");
    }

    @Test
    void ofSeveralRefusalsTheBestIsTold() {
        Agent second = exchange.agent("2002", 6003);
        ann.call("2002");
        ann.next("SIP/2.0 100");
        ben.answer(ben.next("INVITE"), 503);
        assertThat(ann.inbox).isEmpty();
        second.answer(second.next("INVITE"), 486);
        ann.next("SIP/2.0 486");
    }

    @Test
    void oneThatRefusesForAllEndsItForTheOthers() {
        Agent second = exchange.agent("2002", 6003);
        ann.call("2002");
        ann.next("SIP/2.0 100");
        SipMessage other = second.next("INVITE");
        second.answer(other, 180);
        ben.answer(ben.next("INVITE"), 603);
        ann.next("SIP/2.0 180");
        second.next("CANCEL");
        second.answer(other, 487);
        ann.next("SIP/2.0 603");
    }

    @Test
    void thatADeviceIsOverloadedIsNotSaidOfThisNode() {
        ann.call("2002");
        ann.next("SIP/2.0 100");
        ben.answer(ben.next("INVITE"), 503);
        ann.next("SIP/2.0 500");
    }

    @Test
    void inviteThatComesAgainIsNoSecondCall() {
        SipMessage invite = ann.call("2002");
        ann.next("SIP/2.0 100");
        SipMessage invited = ben.next("INVITE");
        ann.send(invite);
        ann.next("SIP/2.0 100");
        ben.answer(invited, 180);
        ann.send(invite);
        ann.next("SIP/2.0 180");
        ann.next("SIP/2.0 180");
        assertThat(ben.inbox).isEmpty();
    }

    @Test
    void deviceThatSaysNothingIsAskedAgainAndGivenUp() {
        ann.call("2002");
        ann.next("SIP/2.0 100");
        exchange.pass(Duration.ofSeconds(31));
        assertThat(ben.inbox).as("at 0, 0.5, 1.5, 3.5, 7.5 and 15.5 s").hasSize(6);
        assertThat(ben.inbox.stream().map(SipMessage::text).distinct()).hasSize(1);
        assertThat(ann.inbox).isEmpty();
        exchange.pass(Duration.ofSeconds(2));
        ann.next("SIP/2.0 408");
    }

    @Test
    void ringingEndsAfterFourMinutes() {
        ann.call("2002");
        ann.next("SIP/2.0 100");
        ben.answer(ben.next("INVITE"), 180);
        ann.next("SIP/2.0 180");
        exchange.pass(Duration.ofSeconds(239));
        assertThat(ann.inbox).isEmpty();
        exchange.pass(Duration.ofSeconds(2));
        ann.next("SIP/2.0 408");
        ben.next("CANCEL");
    }

    private static SipMessage cancel(SipMessage invite) {
        return SipMessage.request("CANCEL", invite.requestUri())
                .with("Via", invite.first("Via").orElseThrow())
                .with("Max-Forwards", "70")
                .with("From", invite.first("From").orElseThrow())
                .with("To", invite.first("To").orElseThrow())
                .with("Call-ID", invite.first("Call-ID").orElseThrow())
                .with("CSeq", "1 CANCEL");
    }
}
