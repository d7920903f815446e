package jordfell.lab.net;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import jordfell.lab.time.Timeline;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Datagrams between two sites and a node, through what their routers do to them. */
class NetworkTest {

    private static final Endpoint PHONE = new Endpoint("198.51.100.7", 5060);
    private static final Endpoint NEIGHBOUR = new Endpoint("198.51.100.8", 5060);
    private static final Endpoint FAR = new Endpoint("203.0.113.9", 5060);
    private static final Endpoint NODE = new Endpoint("192.0.2.11", 5060);
    private static final Endpoint NAMES = new Endpoint("192.0.2.53", 53);

    private final Timeline timeline = new Timeline(Instant.parse("2026-03-02T08:00:00Z"));
    private final Network network = new Network(timeline, new Random(5));
    private final List<String> came = new ArrayList<>();

    @BeforeEach
    void twoSites() {
        network.place(PHONE.host(), "pier");
        network.place(NEIGHBOUR.host(), "pier");
        network.place(FAR.host(), "hall");
        for (Endpoint at : List.of(PHONE, NEIGHBOUR, FAR, NODE, NAMES)) {
            network.attach(
                    at, (from, bytes) -> came.add(from + " > " + at + " " + new String(bytes, StandardCharsets.UTF_8)));
        }
    }

    private List<String> sent(Endpoint from, Endpoint to, String text) {
        came.clear();
        network.send(from, to, text.getBytes(StandardCharsets.UTF_8));
        timeline.run(Duration.ofSeconds(1));
        return List.copyOf(came);
    }

    @Test
    void aSiteWithoutFaultsLetsAllPassAsItIs() {
        assertThat(sent(PHONE, NODE, "a")).containsExactly("198.51.100.7:5060 > 192.0.2.11:5060 a");
        assertThat(sent(NODE, PHONE, "b")).containsExactly("192.0.2.11:5060 > 198.51.100.7:5060 b");
        assertThat(sent(FAR, PHONE, "c")).containsExactly("203.0.113.9:5060 > 198.51.100.7:5060 c");
    }

    @Test
    void aCutLineLeavesThoseOfOneSiteToEachOther() {
        network.router("pier").put("f", Hops.cut());
        assertThat(sent(PHONE, NODE, "a")).isEmpty();
        assertThat(sent(FAR, PHONE, "b")).isEmpty();
        assertThat(sent(PHONE, NEIGHBOUR, "c")).hasSize(1);
        assertThat(sent(FAR, NODE, "d")).hasSize(1);
        network.router("pier").remove("f");
        assertThat(sent(PHONE, NODE, "e")).hasSize(1);
    }

    @Test
    void aRouterThatTranslatesHidesTheAddressesOfItsPhones() {
        assertThat(network.translate("pier", "f", Duration.ofSeconds(60))).isTrue();
        assertThat(sent(NODE, PHONE, "to an address that nobody knows")).isEmpty();
        assertThat(sent(PHONE, NODE, "a")).containsExactly("192.0.2.60:5060 > 192.0.2.11:5060 a");
        assertThat(sent(NODE, new Endpoint("192.0.2.60", 5060), "b"))
                .containsExactly("192.0.2.11:5060 > 198.51.100.7:5060 b");
        assertThat(sent(PHONE, NEIGHBOUR, "c")).containsExactly("198.51.100.7:5060 > 198.51.100.8:5060 c");
        network.router("pier").remove("f");
        assertThat(sent(NODE, new Endpoint("192.0.2.60", 5060), "d")).isEmpty();
        assertThat(sent(NODE, PHONE, "e")).hasSize(1);
    }

    @Test
    void whoSendsToItsOwnOuterAddressComesBackIn() {
        network.translate("pier", "f", Duration.ofSeconds(60));
        sent(NEIGHBOUR, NODE, "known to the node alone");
        assertThat(sent(PHONE, new Endpoint("192.0.2.60", 5060), "a")).isEmpty();
        sent(NEIGHBOUR, new Endpoint("192.0.2.60", 5060), "now those within are let in");
        assertThat(sent(PHONE, new Endpoint("192.0.2.60", 5060), "a"))
                .singleElement()
                .asString()
                .startsWith("192.0.2.60:")
                .endsWith("> 198.51.100.8:5060 a");
    }

    @Test
    void faultsBehindARouterThatTranslatesSeeWhatItMadeOfADatagram() {
        network.router("pier").put("cut", Hops.cuttingOff(20));
        network.translate("pier", "nat", Duration.ofSeconds(60));
        assertThat(sent(PHONE, NODE, "REGISTER sip:v.example SIP/2.0\r\nVia: x\r\n\r\n"))
                .containsExactly("192.0.2.60:5060 > 192.0.2.11:5060 REGISTER sip:v.examp");
    }

    @Test
    void aFirewallTellsSipFromAllElse() {
        network.router("pier").put("f", Hops.blockingSipOut());
        assertThat(sent(PHONE, NODE, "REGISTER sip:v.example SIP/2.0\r\n\r\n")).isEmpty();
        assertThat(sent(PHONE, NODE, "SIP/2.0 200 OK\r\n\r\n")).isEmpty();
        assertThat(sent(PHONE, NAMES, "anything else")).hasSize(1);
        assertThat(sent(NODE, PHONE, "OPTIONS sip:7@v.example SIP/2.0\r\n\r\n")).hasSize(1);
        network.router("pier").put("f", Hops.blockingSipIn());
        assertThat(sent(PHONE, NODE, "REGISTER sip:v.example SIP/2.0\r\n\r\n")).hasSize(1);
        assertThat(sent(NODE, PHONE, "SIP/2.0 200 OK\r\n\r\n")).isEmpty();
    }

    @Test
    void aSlowLineTakesItsTimeInBothDirections() {
        network.router("pier").put("f", Hops.delaying(Duration.ofMillis(500)));
        for (Endpoint[] way : new Endpoint[][] {{PHONE, NODE}, {NODE, PHONE}}) {
            came.clear();
            network.send(way[0], way[1], new byte[] {'x'});
            timeline.run(Duration.ofMillis(499));
            assertThat(came).isEmpty();
            timeline.run(Duration.ofMillis(30));
            assertThat(came).hasSize(1);
        }
    }

    @Test
    void aLineThatMixesTheOrderLosesNothing() {
        network.router("pier").put("f", Hops.reordering(Duration.ofMillis(300), new Random(1)));
        for (int i = 0; i < 50; i++) {
            network.send(PHONE, NODE, new byte[] {(byte) ('A' + i)});
        }
        timeline.run(Duration.ofSeconds(1));
        assertThat(came).hasSize(50).isNotEqualTo(came.stream().sorted().toList());
    }

    @Test
    void aLineThatLosesATenthLosesAboutThat() {
        network.router("pier").put("f", Hops.losing(0.1, new Random(1)));
        for (int i = 0; i < 1_000; i++) {
            network.send(PHONE, NODE, new byte[] {'x'});
        }
        timeline.run(Duration.ofSeconds(1));
        assertThat(came).hasSizeBetween(870, 930);
    }

    @Test
    void longDatagramsAreLostWhereTheirFragmentsAre() {
        network.router("pier").put("f", Hops.losingFragments(100));
        assertThat(sent(PHONE, NODE, "x".repeat(100))).hasSize(1);
        assertThat(sent(PHONE, NODE, "x".repeat(101))).isEmpty();
        assertThat(sent(NODE, PHONE, "x".repeat(101))).isEmpty();
    }

    @Test
    void filesAreFetchedUnlessTheLineIsCutOrTheyAreBlocked() {
        assertThat(network.carriesFiles(PHONE.host())).isTrue();
        for (Hop hop : List.of(Hops.cut(), Hops.blockingFiles())) {
            network.router("pier").put("f", hop);
            assertThat(network.carriesFiles(PHONE.host())).isFalse();
            assertThat(network.carriesFiles(FAR.host())).isTrue();
        }
        assertThat(sent(PHONE, NODE, "a")).as("with files blocked alone").hasSize(1);
        network.router("pier").remove("f");
        network.plug(PHONE.host(), false);
        assertThat(network.carriesFiles(PHONE.host())).isFalse();
    }

    @Test
    void soManySitesCanTranslateAndTheNextOneIsToldSo() {
        for (int i = 0; i < 40; i++) {
            assertThat(network.translate("site " + i, "f", Duration.ofSeconds(60)))
                    .isTrue();
        }
        assertThat(network.translate("one more", "f", Duration.ofSeconds(60))).isFalse();
        assertThat(network.translate("site 3", "f", Duration.ofSeconds(60))).isTrue();
    }
}
