package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.Exchange.Agent;
import jordfell.lab.registrar.Dialled;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Ann calls Ben; Cleo is in a pick-up group with him, and Dora is not. */
class PickUpTest {

    private final Exchange exchange = new Exchange();
    private final Agent ann = exchange.agent("2001", 6001);
    private final Agent ben = exchange.agent("2002", 6002);
    private final Agent cleo = exchange.agent("2003", 6003);
    private final Agent dora = exchange.agent("2004", 6004);

    @BeforeEach
    void group() {
        exchange.pickUps.put("2003", Set.of("2002", "2005"));
        exchange.pickUps.put("2002", Set.of("2003", "2005"));
        for (Agent agent : new Agent[] {ann, ben, cleo, dora}) {
            for (String keys : new String[] {"*7", "*72002", "*72004", "*72005"}) {
                exchange.dials.put(agent.number + " " + keys, new Dialled.Service("pick-up"));
            }
        }
    }

    private SipMessage ring() {
        ann.call("2002");
        ann.next("SIP/2.0 100");
        SipMessage invited = ben.next("INVITE");
        ben.answer(invited, 180);
        ann.next("SIP/2.0 180");
        return invited;
    }

    @ParameterizedTest
    @CsvSource({"*7", "*72002"})
    void callThatRingsComesToWhoeverAsksForItAndRingsNowhereElse(String keys) {
        ring();
        cleo.call(keys);
        assertThat(cleo.next("SIP/2.0 380").first("Warning")).hasValue("399 north \"the call comes to this phone\"");
        SipMessage taken = cleo.next("INVITE");
        assertThat(taken.first("Answer-Mode")).hasValue("Auto");
        assertThat(taken.first("From"))
                .as("it is Ann’s call")
                .hasValueSatisfying(from -> assertThat(from).contains("2001"));
        cleo.answer(taken, 200);
        ben.next("CANCEL");
        ann.next("SIP/2.0 200");
    }

    @Test
    void askingAgainSinceNothingWasHeardRingsNoSecondTime() {
        ring();
        SipMessage asked = cleo.call("*7");
        cleo.send(asked);
        cleo.next("SIP/2.0 380");
        cleo.next("INVITE");
        cleo.next("SIP/2.0 380");
        assertThat(cleo.inbox).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2004 | *7     | SIP/2.0 403 | 2004 is in no pick-up group with others
            2003 | *72004 | SIP/2.0 403 | 2004 is not in the pick-up group of 2003
            2003 | *72005 | SIP/2.0 404 | nothing rings as 2005
            """)
    void whatIsNotTakenIsSaidWhy(String who, String keys, String status, String why) {
        ring();
        Agent asker = who.equals("2003") ? cleo : dora;
        asker.call(keys);
        assertThat(asker.next(status).first("Warning")).hasValue("399 north \"" + why + "\"");
        assertThat(asker.inbox).isEmpty();
    }

    @Test
    void whereNothingRingsNothingIsTaken() {
        cleo.call("*7");
        assertThat(cleo.next("SIP/2.0 404").first("Warning"))
                .hasValue("399 north \"nothing rings in the pick-up group of 2003\"");
    }

    @Test
    void callThatSomebodyAnsweredIsNotTakenAwayFromThem() {
        ben.answer(ring(), 200);
        ann.next("SIP/2.0 200");
        cleo.call("*72002");
        cleo.next("SIP/2.0 404");
        assertThat(cleo.inbox).isEmpty();
    }

    @Test
    void whoeverTakesItAndRefusesLeavesItRinging() {
        SipMessage invited = ring();
        cleo.call("*7");
        cleo.next("SIP/2.0 380");
        cleo.answer(cleo.next("INVITE"), 486);
        cleo.next("ACK");
        assertThat(ann.inbox).isEmpty();
        ben.answer(invited, 200);
        ann.next("SIP/2.0 200");
    }

    @Test
    void prefixOfAnOutsideNumberStandsBeforeWhoeverCalls() {
        Agent gateway = exchange.stranger("0155", 6009);
        exchange.server.addService("outside-line", gateway.at);
        exchange.dials.put("outside +99955012416", new Dialled.Inside("2002", "Sales"));
        gateway.call("+99955012416");
        assertThat(ben.next("INVITE").first("P-Asserted-Identity")).hasValue("\"Sales 0155\" <sip:0155@voice.example>");
    }
}
