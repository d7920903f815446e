package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.Exchange.Agent;
import jordfell.lab.registrar.Dialled;
import jordfell.lab.registrar.Responses;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where a call goes on, by what became of it before. */
class CallWayTest {

    private final Exchange exchange = new Exchange();
    private final Agent ann = exchange.agent("2001", 6001);
    private final Agent ben = exchange.agent("2002", 6002);
    private final Agent cleo = exchange.agent("2003", 6003);

    private static Optional<String> to(String number) {
        return Optional.of(number);
    }

    private void diverts(String number, Diversions diversions) {
        exchange.callees.put(number, new Callee.Line(number, "", List.of(), diversions));
    }

    private void group(String number, boolean together, Optional<String> afterwards, String... members) {
        exchange.callees.put(
                number, new Callee.Group(number, "", together, Duration.ofSeconds(10), List.of(members), afterwards));
    }

    private void call(String number) {
        ann.call(number);
        ann.next("SIP/2.0 100");
    }

    @Test
    void divertedAlwaysRingsTheTargetAlone() {
        diverts("2002", new Diversions(to("2003"), to("2004"), Optional.empty(), Diversions.USUAL, Optional.empty()));
        call("2002");
        assertThat(cleo.next("INVITE").first("To")).hasValue("<sip:2002@voice.example>");
        assertThat(ben.inbox).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"486, INVITE", "600, INVITE", "603, ''", "404, ''", "480, ''"})
    void busyIsWhatIsSaidToBe(int status, String then) {
        diverts(
                "2002",
                new Diversions(Optional.empty(), to("2003"), Optional.empty(), Diversions.USUAL, Optional.empty()));
        call("2002");
        ben.answer(ben.next("INVITE"), status);
        if (then.isEmpty()) {
            assertThat(cleo.inbox).isEmpty();
            ann.next("SIP/2.0 " + status);
        } else {
            cleo.next(then);
            assertThat(ann.inbox).as("the caller hears of no refusal").isEmpty();
        }
    }

    @Test
    void whoDoesNotAnswerInTimeStopsRingingAndTheNextRings() {
        diverts(
                "2002",
                new Diversions(
                        Optional.empty(), Optional.empty(), to("2003"), Duration.ofSeconds(12), Optional.empty()));
        call("2002");
        SipMessage invited = ben.next("INVITE");
        ben.answer(invited, 180);
        exchange.pass(Duration.ofMillis(11_750));
        assertThat(cleo.inbox).isEmpty();
        exchange.pass(Duration.ofMillis(250));
        ben.next("CANCEL");
        ben.answer(invited, 487);
        cleo.answer(cleo.next("INVITE"), 200);
        ann.next("SIP/2.0 180");
        ann.next("SIP/2.0 200");
        assertThat(ann.inbox).isEmpty();
    }

    @Test
    void unreachableIsWhoIsRegisteredNowhereOrSaysNothing() {
        Diversions unreachable =
                new Diversions(Optional.empty(), Optional.empty(), Optional.empty(), Diversions.USUAL, to("2003"));
        diverts("2005", unreachable);
        diverts("2002", unreachable);
        call("2005");
        cleo.answer(cleo.next("INVITE"), 200);
        ann.next("SIP/2.0 200");
        call("2002");
        exchange.pass(Duration.ofSeconds(33));
        cleo.next("INVITE");
    }

    @Test
    void phoneThatSendsACallOnIsFollowed() {
        call("2002");
        SipMessage invited = ben.next("INVITE");
        ben.send(Responses.to(invited, Exchange.NODE, 302).with("Contact", "<sip:2003@voice.example>"));
        ben.next("ACK");
        cleo.next("INVITE");
        assertThat(ann.inbox).isEmpty();
    }

    @Test
    void whoeverDivertsHasToBePermittedToDialThat() {
        diverts(
                "2002",
                new Diversions(to("0123"), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty()));
        exchange.dials.put("2002 0123", new Dialled.Refused("2002 may not dial out"));
        call("2002");
        assertThat(ann.next("SIP/2.0 403").first("Warning")).hasValue("399 north \"2002 may not dial out\"");
    }

    @Test
    void callThatGoesRoundEnds() {
        diverts(
                "2002",
                new Diversions(to("2003"), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty()));
        diverts(
                "2003",
                new Diversions(to("2002"), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty()));
        call("2002");
        assertThat(ann.next("SIP/2.0 482").first("Warning")).hasValue("399 north \"it goes round by way of 2002\"");
    }

    @Test
    void mobileRingsTogetherWithTheDeskAndWhoeverAnswersHasIt() {
        Agent mobile = exchange.stranger("line", 6009);
        exchange.server.addService("outside-line", mobile.at);
        exchange.dials.put("2002 05551", new Dialled.Outside("05551", "2002"));
        diverts("2002", Diversions.NONE.ringingAlso(to("05551")));
        call("2002");
        SipMessage desk = ben.next("INVITE");
        SipMessage outside = mobile.next("INVITE sip:05551@");
        assertThat(outside.first("P-Asserted-Identity")).hasValue("<sip:2002@voice.example>");
        ben.answer(desk, 180);
        mobile.answer(outside, 200);
        ben.next("CANCEL");
        ann.next("SIP/2.0 180");
        ann.next("SIP/2.0 200");
    }

    @Test
    void mobileAloneRingsWhereNoDeviceIsThere() {
        Agent mobile = exchange.stranger("line", 6009);
        exchange.server.addService("outside-line", mobile.at);
        exchange.dials.put("2005 05551", new Dialled.Outside("05551", ""));
        diverts(
                "2005",
                new Diversions(Optional.empty(), to("2003"), Optional.empty(), Diversions.USUAL, Optional.empty())
                        .ringingAlso(to("05551")));
        call("2005");
        mobile.answer(mobile.next("INVITE"), 486);
        cleo.next("INVITE");
    }

    @Test
    void membersRingTogether() {
        group("2900", true, Optional.empty(), "2002", "2003", "2008");
        call("2900");
        SipMessage one = ben.next("INVITE");
        ben.answer(one, 180);
        cleo.answer(cleo.next("INVITE"), 200);
        ben.next("CANCEL");
        ann.next("SIP/2.0 180");
        ann.next("SIP/2.0 200");
    }

    @Test
    void membersRingInTurnThoseWhoAreAwayTakeNone() {
        group("2900", false, to("2002"), "2008", "2002", "2003");
        call("2900");
        SipMessage first = ben.next("INVITE");
        ben.answer(first, 180);
        exchange.pass(Duration.ofSeconds(10));
        ben.next("CANCEL");
        ben.answer(first, 487);
        ben.next("ACK");
        SipMessage second = cleo.next("INVITE");
        cleo.answer(second, 486);
        assertThat(ben.next("INVITE").startLine())
                .as("nobody took it: it goes on")
                .contains("2002");
    }

    @Test
    void groupOfItselfRingsNobody() {
        group("2900", true, Optional.empty(), "2900");
        call("2900");
        ann.next("SIP/2.0 480");
    }

    @Test
    void voicemailTakesWhatNobodyAnswers() {
        Agent voicemail = exchange.stranger("voicemail", 6011);
        exchange.server.addService("voicemail", voicemail.at);
        diverts(
                "2002",
                new Diversions(Optional.empty(), to("*86"), Optional.empty(), Diversions.USUAL, Optional.empty()));
        exchange.dials.put("2002 *86", new Dialled.Service("voicemail"));
        call("2002");
        ben.answer(ben.next("INVITE"), 486);
        SipMessage taken = voicemail.next("INVITE sip:*86@voice.example");
        assertThat(taken.first("To")).as("for whom it is").hasValue("<sip:2002@voice.example>");
        assertThat(ann.inbox).isEmpty();
    }
}
