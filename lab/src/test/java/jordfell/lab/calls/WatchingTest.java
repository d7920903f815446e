package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.calls.Callee;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.Exchange.Agent;
import jordfell.lab.watching.Messages;
import jordfell.lab.watching.Watched;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lamps: what is told to those who watch (RFC 6665, RFC 4235, RFC 3842, RFC 3680). */
class WatchingTest {

    private static final Pattern STATE = Pattern.compile("direction=\"(\\w+)\"><state>(\\w+)</state>");

    private final Exchange exchange = new Exchange();
    private final Agent ann = exchange.agent("2001", 6001);
    private final Agent ben = exchange.agent("2002", 6002);
    private final Agent lamp = exchange.agent("2003", 6003);

    private SipMessage subscribe(String number, String event, String expires) {
        SipMessage request =
                lamp.request("SUBSCRIBE", number).with("Event", event).with("Expires", expires);
        lamp.send(request);
        return request;
    }

    /** What the lamp was told, each told thing acknowledged. */
    private List<SipMessage> told() {
        List<SipMessage> told = new ArrayList<>();
        while (!lamp.inbox.isEmpty()) {
            SipMessage notify = lamp.next("NOTIFY");
            told.add(notify);
            lamp.answer(notify, 200);
        }
        return told;
    }

    private String shown() {
        List<SipMessage> told = told();
        if (told.isEmpty()) {
            return "nothing new";
        }
        Matcher state = STATE.matcher(told.get(told.size() - 1).body());
        List<String> all = new ArrayList<>();
        while (state.find()) {
            all.add(state.group(1) + " " + state.group(2));
        }
        return String.join(", ", all);
    }

    private void watch(String number) {
        subscribe(number, "dialog", "600");
        assertThat(lamp.next("SIP/2.0 200").first("Expires")).hasValue("600");
        assertThat(shown()).isEmpty();
    }

    @Test
    void lampShowsTheWayOfACall() {
        watch("2002");
        SipMessage invite = ann.call("2002");
        assertThat(shown()).isEqualTo("nothing new");
        SipMessage invited = ben.next("INVITE");
        ben.answer(invited, 180);
        assertThat(shown()).isEqualTo("recipient early");
        ben.answer(invited, 200);
        assertThat(shown()).isEqualTo("recipient confirmed");
        ann.next("SIP/2.0 100");
        ann.next("SIP/2.0 180");
        SipMessage ok = ann.next("SIP/2.0 200");
        ann.send(ann.within(invite, ok, "ACK", 1));
        ann.send(ann.within(invite, ok, "BYE", 2));
        assertThat(shown()).isEmpty();
    }

    @Test
    void lampShowsWhoCalls() {
        watch("2001");
        SipMessage invite = ann.call("2002");
        assertThat(shown()).isEqualTo("initiator trying");
        ben.answer(ben.next("INVITE"), 486);
        assertThat(shown()).isEmpty();
        assertThat(invite.first("Call-ID")).isPresent();
    }

    @Test
    void whoStopsRingingIsShownFree() {
        exchange.callees.put(
                "2900",
                new Callee.Group("2900", "", true, Duration.ofSeconds(10), List.of("2002", "2004"), Optional.empty()));
        Agent other = exchange.agent("2004", 6004);
        watch("2002");
        ann.call("2900");
        ben.answer(ben.next("INVITE"), 180);
        SipMessage taken = other.next("INVITE");
        assertThat(shown()).isEqualTo("recipient early");
        other.answer(taken, 200);
        assertThat(shown()).isEmpty();
    }

    @Test
    void messagesAreToldToTheirOwnerAlone() {
        exchange.waiting.put("2003", new Messages.Count(2, 1));
        subscribe("2003", "message-summary", "600");
        lamp.next("SIP/2.0 200");
        assertThat(told().get(0).body())
                .isEqualTo("Messages-Waiting: yes\r\nMessage-Account: sip:2003@voice.example\r\n"
                        + "Voice-Message: 2/1 (0/0)\r\n");
        exchange.waiting.put("2003", Messages.Count.NONE);
        exchange.carryOut(exchange.server.messagesChanged(new Watched("voice.example", "2003"), exchange.now));
        assertThat(told().get(0).body()).startsWith("Messages-Waiting: no");
        subscribe("2002", "message-summary", "600");
        assertThat(lamp.next("SIP/2.0 403").first("Warning"))
                .hasValue("399 north \"message-summary is told to the extension itself alone\"");
    }

    @Test
    void registrationsAreToldAsTheyComeAndGo() {
        subscribe("2003", "reg", "600");
        lamp.next("SIP/2.0 200");
        assertThat(told().get(0).body())
                .contains("aor=\"sip:2003@voice.example\"")
                .contains("state=\"active\"")
                .contains("<uri>sip:2003@10.1.1.1:7000;ob</uri>");
        exchange.agent("2003", 6033);
        assertThat(told().get(0).body()).contains("id=\"c2\"").contains("version=\"1\"");
    }

    @ParameterizedTest
    @CsvSource({
        "2002, presence, 600, 489",
        "7777, dialog, 600, 404",
        "2002, dialog, 59, 423",
        "2002, dialog, 60, 200",
        "2002, dialog;sla, 99999, 200",
        "2002, '', 600, 489"
    })
    void whatCantBeWatchedIsSaidToBeThat(String number, String event, String expires, int status) {
        subscribe(number, event, expires);
        assertThat(lamp.next().status()).isEqualTo(status);
    }

    @Test
    void strangerProvesWhoItIsBeforeItIsToldAnything() {
        Agent stranger = exchange.stranger("2001", 7001);
        stranger.send(stranger.request("SUBSCRIBE", "2002").with("Event", "dialog"));
        stranger.next("SIP/2.0 407");
        assertThat(stranger.inbox).isEmpty();
    }

    @Test
    void subscriptionEndsByItselfOrWhenItIsGivenUp() {
        subscribe("2002", "dialog", "60");
        lamp.next("SIP/2.0 200");
        assertThat(told().get(0).first("Subscription-State")).hasValue("active;expires=60");
        exchange.pass(Duration.ofSeconds(60));
        assertThat(told().get(0).first("Subscription-State")).hasValue("terminated;reason=timeout");
        subscribe("2002", "dialog", "0");
        lamp.next("SIP/2.0 200");
        assertThat(told().get(0).first("Subscription-State")).hasValue("terminated;reason=timeout");
        ann.call("2002");
        ben.answer(ben.next("INVITE"), 180);
        assertThat(lamp.inbox).isEmpty();
    }

    @Test
    void subscriptionIsProlonged() {
        SipMessage first = subscribe("2002", "dialog", "60");
        SipMessage ok = lamp.next("SIP/2.0 200");
        told();
        exchange.pass(Duration.ofSeconds(50));
        lamp.send(first.withStartLine("SUBSCRIBE sip:192.0.2.20:5060 SIP/2.0")
                .replacing("To", ok.first("To").orElseThrow())
                .replacing("Via", "SIP/2.0/UDP 10.1.1.1:7000;rport;branch=z9hG4bKagain")
                .replacing("CSeq", "2 SUBSCRIBE"));
        lamp.next("SIP/2.0 200");
        assertThat(told().get(0).first("CSeq")).hasValue("2 NOTIFY");
        exchange.pass(Duration.ofSeconds(50));
        assertThat(lamp.inbox).isEmpty();
    }

    @Test
    void nobodyTakesASubscriptionOfSomebodyElse() {
        SipMessage first = subscribe("2003", "message-summary", "600");
        SipMessage ok = lamp.next("SIP/2.0 200");
        told();
        ann.send(first.withStartLine("SUBSCRIBE sip:192.0.2.20:5060 SIP/2.0")
                .replacing("From", "<sip:2001@voice.example>;tag=mine")
                .replacing("To", ok.first("To").orElseThrow().replace("2003", "2001"))
                .replacing("Via", "SIP/2.0/UDP 10.1.1.1:7000;rport;branch=z9hG4bKanother")
                .replacing("CSeq", "2 SUBSCRIBE"));
        ann.next("SIP/2.0 481");
        assertThat(ann.inbox).isEmpty();
    }

    @Test
    void whatIsNotAnsweredIsToldAgainAndThenNoMore() {
        subscribe("2002", "dialog", "600");
        lamp.next("SIP/2.0 200");
        SipMessage lost = lamp.next("NOTIFY");
        exchange.pass(Duration.ofMillis(500));
        assertThat(lamp.next("NOTIFY").text()).isEqualTo(lost.text());
        ann.call("2002");
        ben.answer(ben.next("INVITE"), 180);
        assertThat(lamp.inbox).as("one after the other").isEmpty();
        lamp.answer(lost, 200);
        assertThat(shown()).isEqualTo("recipient early");
    }

    @Test
    void whoKnowsNothingOfItIsToldNoMore() {
        subscribe("2002", "dialog", "600");
        lamp.next("SIP/2.0 200");
        lamp.answer(lamp.next("NOTIFY"), 481);
        ann.call("2002");
        ben.answer(ben.next("INVITE"), 180);
        assertThat(lamp.inbox).isEmpty();
    }
}
