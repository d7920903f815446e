package jordfell.lab.net;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A router that translates addresses (RFC 4787). */
class NatTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final Endpoint PHONE = new Endpoint("198.51.100.7", 5060);
    private static final Endpoint NEIGHBOUR = new Endpoint("198.51.100.8", 5060);
    private static final Endpoint NODE = new Endpoint("192.0.2.11", 5060);
    private static final Endpoint OTHER = new Endpoint("192.0.2.12", 5060);

    private final Nat nat = new Nat("192.0.2.60", Duration.ofSeconds(60));

    private Endpoint out(Endpoint from, Endpoint to, int second) {
        return nat.out(Packet.of(from, to, new byte[0]), START.plusSeconds(second))
                .orElseThrow()
                .from();
    }

    private Optional<Endpoint> in(Endpoint from, int port, int second) {
        return nat.in(Packet.of(from, new Endpoint("192.0.2.60", port), new byte[0]), START.plusSeconds(second))
                .map(Packet::to);
    }

    @Test
    void onePortIsOneOuterPortWhereverItSendsTo() {
        assertThat(out(PHONE, NODE, 0)).isEqualTo(new Endpoint("192.0.2.60", 5060));
        assertThat(out(PHONE, OTHER, 1)).isEqualTo(new Endpoint("192.0.2.60", 5060));
    }

    @Test
    void theSamePortOfAnotherPhoneGetsAnother() {
        out(PHONE, NODE, 0);
        Endpoint neighbour = out(NEIGHBOUR, NODE, 1);
        assertThat(neighbour.port()).isNotEqualTo(5060);
        assertThat(in(NODE, neighbour.port(), 2)).contains(NEIGHBOUR);
        assertThat(in(NODE, 5060, 2)).contains(PHONE);
    }

    @Test
    void onlyWhoWasSentToMayAnswer() {
        out(PHONE, NODE, 0);
        assertThat(in(OTHER, 5060, 1)).isEmpty();
        assertThat(in(new Endpoint(NODE.host(), 9), 5060, 1))
                .as("from any of its ports")
                .contains(PHONE);
    }

    @Test
    void aMappingGoesWhenNothingWasSentForAWhileWhateverCameIn() {
        out(PHONE, NODE, 0);
        assertThat(in(NODE, 5060, 59)).contains(PHONE);
        assertThat(in(NODE, 5060, 60)).isEmpty();
        out(PHONE, NODE, 61);
        out(PHONE, NODE, 100);
        assertThat(in(NODE, 5060, 150)).contains(PHONE);
    }

    @Test
    void aPortThatNobodyUsesAnyMoreIsGivenToTheNext() {
        out(PHONE, NODE, 0);
        assertThat(out(NEIGHBOUR, NODE, 61).port()).isEqualTo(5060);
        assertThat(in(NODE, 5060, 62)).contains(NEIGHBOUR);
    }

    @Test
    void aPortToWhichNothingWasSentLeadsNowhere() {
        assertThat(in(NODE, 5060, 0)).isEmpty();
    }
}
