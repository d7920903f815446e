package jordfell.lab.fault;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Faults that are switched on and off, at once or at their time. */
class FaultsTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final Endpoint PHONE = new Endpoint("198.51.100.7", 5060);

    private final Timeline timeline = new Timeline(START);
    private final Network network = new Network(timeline, new Random(1));
    private final Faults faults = new Faults(timeline, network, new Random(2));

    private static Fault node(long id, FaultKind kind, int amount, int from, Optional<Integer> to) {
        return new Fault(id, kind, "n.example", amount, START.plusSeconds(from), to.map(START::plusSeconds));
    }

    private static SipMessage register() {
        return SipMessage.request("REGISTER", "sip:v.example")
                .with("Via", "SIP/2.0/UDP 198.51.100.7:5060;rport;branch=z9hG4bKa")
                .with("From", "<sip:7@v.example>;tag=a")
                .with("To", "<sip:7@v.example>")
                .with("Call-ID", "a@x")
                .with("CSeq", "1 REGISTER");
    }

    @Test
    void oneIsThereFromItsBeginningToItsEnd() {
        List<Long> over = new ArrayList<>();
        faults.whenOver(fault -> over.add(fault.id()));
        faults.add(node(1, FaultKind.NODE_DOWN, 0, 60, Optional.of(120)));
        assertThat(faults.nodes().isDown("n.example")).isFalse();
        timeline.run(Duration.ofSeconds(60));
        assertThat(faults.nodes().isDown("n.example")).isTrue();
        assertThat(faults.nodes().isDown("other.example")).isFalse();
        timeline.run(Duration.ofSeconds(60));
        assertThat(faults.nodes().isDown("n.example")).isFalse();
        assertThat(faults.all()).isEmpty();
        assertThat(over).containsExactly(1L);
    }

    @Test
    void oneThatIsSwitchedOffBeforeItsTimeNeverBegins() {
        faults.add(node(1, FaultKind.NODE_DOWN, 0, 60, Optional.empty()));
        faults.remove(1);
        timeline.run(Duration.ofMinutes(5));
        assertThat(faults.nodes().isDown("n.example")).isFalse();
    }

    @Test
    void theSameIsNotSwitchedOnTwiceAtOnePlace() {
        faults.add(node(1, FaultKind.NODE_DOWN, 0, 0, Optional.empty()));
        assertThat(faults.refuse(node(0, FaultKind.NODE_DOWN, 0, 0, Optional.empty())))
                .contains("The same is switched on there already.");
        assertThat(faults.refuse(node(0, FaultKind.NODE_SLOW, 500, 0, Optional.empty())))
                .isEmpty();
    }

    @Test
    void anOverloadedNodeSaysWhenToComeAgain() {
        faults.add(node(1, FaultKind.NODE_OVERLOADED, 30, 0, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        SipMessage answer =
                faults.nodes().instead("n.example", register(), PHONE).orElseThrow();
        assertThat(answer.status()).isEqualTo(503);
        assertThat(answer.first("Retry-After")).contains("30");
        assertThat(faults.nodes().instead("other.example", register(), PHONE)).isEmpty();
        assertThat(faults.nodes().instead("n.example", SipMessage.response(200, "OK"), PHONE))
                .isEmpty();
        faults.remove(1);
        assertThat(faults.nodes().instead("n.example", register(), PHONE)).isEmpty();
    }

    @Test
    void aNodeThatKnowsNobodySays404() {
        faults.add(node(1, FaultKind.NODE_KNOWS_NOBODY, 0, 0, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        assertThat(faults.nodes().instead("n.example", register(), PHONE).map(SipMessage::status))
                .contains(404);
    }

    @Test
    void aSlowNodeIsAsSlowAsTheWorstThatIsWrongWithIt() {
        assertThat(faults.nodes().wait("n.example", timeline.now())).contains(Duration.ZERO);
        faults.add(node(1, FaultKind.NODE_SLOW, 700, 0, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        assertThat(faults.nodes().wait("n.example", timeline.now())).contains(Duration.ofMillis(700));
    }

    @Test
    void atABusyNodeRequestsWaitForEachOtherUntilNoneIsLetIn() {
        faults.add(node(1, FaultKind.NODE_BUSY, 2, 0, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        List<Long> waits = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            waits.add(faults.nodes()
                    .wait("n.example", timeline.now())
                    .map(Duration::toMillis)
                    .orElse(-1L));
        }
        assertThat(waits).containsExactly(500L, 1_000L, 1_500L, 2_000L, 2_500L, -1L);
        assertThat(faults.nodes().waiting("n.example", timeline.now())).isEqualTo(5);
        timeline.run(Duration.ofSeconds(3));
        assertThat(faults.nodes().waiting("n.example", timeline.now())).isZero();
    }

    @Test
    void anAddressOfWhichTooMuchIsRefusedIsHeardNoMoreForAWhile() {
        faults.add(node(1, FaultKind.NODE_BANS, 3, 0, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        SipMessage proved = register().with("Authorization", "Digest username=\"7\"");
        NodeFaults nodes = faults.nodes();
        nodes.answered(
                "n.example",
                register(),
                SipMessage.response(401, "as it is"),
                "198.51.100.7",
                timeline.now()); // nobody’s fault
        nodes.answered("n.example", proved, SipMessage.response(401, "as it is"), "198.51.100.7", timeline.now());
        nodes.answered("n.example", proved, SipMessage.response(403, "as it is"), "198.51.100.7", timeline.now());
        nodes.answered(
                "n.example",
                proved,
                SipMessage.response(401, "as it is")
                        .with("WWW-Authenticate", "Digest realm=\"v\", nonce=\"n\", stale=true"),
                "198.51.100.7",
                timeline.now());
        nodes.answered("n.example", proved, SipMessage.response(200, "as it is"), "198.51.100.7", timeline.now());
        assertThat(nodes.isBanned("n.example", "198.51.100.7", timeline.now())).isFalse();
        nodes.answered("n.example", register(), SipMessage.response(404, "as it is"), "198.51.100.7", timeline.now());
        assertThat(nodes.isBanned("n.example", "198.51.100.7", timeline.now())).isTrue();
        assertThat(nodes.isBanned("n.example", "198.51.100.8", timeline.now())).isFalse();
        assertThat(nodes.banned("n.example", timeline.now())).containsExactly("198.51.100.7");
        assertThat(nodes.isBanned("n.example", "198.51.100.7", timeline.now().plus(BanList.TIME)))
                .isFalse();
    }

    @Test
    void refusalsLongAgoCountNoMoreAndNoMoreAddressesAreKeptThanAreBounded() {
        BanList list = new BanList(2);
        list.refused("a", START);
        list.refused("a", START.plus(BanList.TIME));
        assertThat(list.isBanned("a", START.plus(BanList.TIME))).isFalse();
        for (int i = 0; i < 2 * BanList.MOST + 2; i++) {
            list.refused("b" + i / 2, START);
        }
        assertThat(list.banned(START)).hasSize(BanList.MOST).doesNotContain("b0");
    }

    @Test
    void aNodeThatTakesNoShortRegistrationsSaysHowLongTheyHaveToBe() {
        faults.add(node(1, FaultKind.NODE_WANTS_LONGER, 7_200, 0, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        NodeFaults nodes = faults.nodes();
        SipMessage brief = register().with("Expires", "3600");
        assertThat(nodes.instead("n.example", brief, PHONE).flatMap(a -> a.first("Min-Expires")))
                .contains("7200");
        assertThat(nodes.instead("n.example", register().with("Expires", "7200"), PHONE))
                .isEmpty();
        assertThat(nodes.instead("n.example", register().with("Expires", "0"), PHONE))
                .as("who goes away may")
                .isEmpty();
    }

    @Test
    void aNodeThatKeepsToItselfSharesWithNobodyElse() {
        faults.add(node(1, FaultKind.NODE_ALONE, 0, 0, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        assertThat(faults.nodes().share("n.example", "other.example")).isFalse();
        assertThat(faults.nodes().share("other.example", "n.example")).isFalse();
        assertThat(faults.nodes().share("n.example", "n.example")).isTrue();
        assertThat(faults.nodes().share("other.example", "third.example")).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "v.example, true",
        "_sip._udp.v.example, true",
        "N1.V.Example, true",
        "av.example, false",
        "example, false"
    })
    void whatIsWrongWithADomainsNamesIsSoWithThoseWithinIt(String name, boolean has) {
        faults.add(new Fault(1, FaultKind.NAME_SILENT, "v.example", 0, START, Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
        assertThat(faults.names().has(FaultKind.NAME_SILENT, name)).isEqualTo(has);
        assertThat(faults.names().has(FaultKind.NAME_NOT_FOUND, name)).isFalse();
    }

    @ParameterizedTest
    @EnumSource(FaultKind.class)
    void eachSaysWhatItIsAndHowMuchOfItThereCanBe(FaultKind kind) {
        assertThat(kind.words()).isNotBlank();
        assertThat(kind.seen()).endsWith(".");
        kind.amount().ifPresent(a -> {
            assertThat(kind.refuse(a.usual())).isEmpty();
            assertThat(kind.refuse(a.least() - 1)).isPresent();
            assertThat(kind.refuse(a.most() + 1)).isPresent();
        });
    }
}
