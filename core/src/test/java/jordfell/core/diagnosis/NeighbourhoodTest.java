package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.diagnosis.Neighbours.Others;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipTexts;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.WindowFour;
import org.junit.jupiter.api.Test;

/** What is kept of who is heard where. */
class NeighbourhoodTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String DOMAIN = "v.example";

    private final Neighbourhood neighbourhood = new Neighbourhood();
    private final DeviceFacts own = new WindowFour(DOMAIN, T).facts();

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    /** So many devices of as many sites as are given register at north, one each ten seconds, for so long. */
    private void heard(int devices, int sites, long until) {
        for (long second = 0; second <= until; second += 10) {
            int n = (int) (second / 10) % devices;
            neighbourhood.seen(
                    new WindowFour(DOMAIN, T).as(100 + n, "Site " + n % sites),
                    Milestones.NONE,
                    SipTexts.register(at(second), 1, "24" + n, DOMAIN));
        }
    }

    private Others north() {
        return neighbourhood.of(own, Milestones.NONE, T).node("north");
    }

    @Test
    void silenceCountsOnceItIsMuchLongerThanUsual() {
        heard(5, 2, 600);
        assertThat(north().silentSince(at(700))).as("ten times as long").isEmpty();
        assertThat(north().silentSince(at(801))).as("more than twenty times").hasValue(at(600));
        assertThat(north().devices()).isEqualTo(5);
        assertThat(north().sites()).isEqualTo(2);
    }

    /** Who breaks a handshake off was shown a certificate: a node that is down shows none. */
    @Test
    void aNodeAtWhichHandshakesAreBrokenOffIsThere() {
        heard(5, 2, 600);
        neighbourhood.seen(
                new WindowFour(DOMAIN, T).as(100, "Site 0"),
                Milestones.NONE,
                new TlsRefused(at(790), "north", "192.0.2.1:50000", "certificate_expired", 1));
        assertThat(north().silentSince(at(801))).isEmpty();
    }

    /** Addresses are given on the spot: that one is says nothing of the way out. */
    @Test
    void aLeaseIsNothingThatWasAskedForFromOutside() {
        Instant silent = at(0);
        DeviceFacts other = new WindowFour(DOMAIN, T).as(100, own.site());
        neighbourhood.seen(other, Milestones.NONE, new Leased(at(300), "192.0.2.9", "192.0.2.67", 66, "http://x/"));
        assertThat(neighbourhood.of(own, Milestones.NONE, at(400)).siteIsAlive(silent))
                .isFalse();
        neighbourhood.seen(
                other, Milestones.NONE, new ConfigRequested(at(310), "f", 304, "r", "Korrin K24/2.4.1", "192.0.2.9"));
        assertThat(neighbourhood.of(own, Milestones.NONE, at(400)).siteIsAlive(silent))
                .isTrue();
    }

    @Test
    void ofFewNothingFollowsForOthers() {
        heard(2, 2, 600);
        assertThat(north().silentSince(at(10_000))).isEmpty();
    }

    @Test
    void whoAsksIsNoNeighbourOfItsOwn() {
        heard(3, 1, 600);
        neighbourhood.seen(own, Milestones.NONE, SipTexts.register(at(900), 1, "2416", DOMAIN));
        assertThat(north().last()).as("of others").hasValue(at(600));
        assertThat(neighbourhood
                        .of(new WindowFour(DOMAIN, T).as(100, "Site 0"), Milestones.NONE, T)
                        .node("north")
                        .last())
                .as("of others than another one")
                .hasValue(at(900));
    }

    @Test
    void whereNothingIsKnownNothingIsSaid() {
        assertThat(neighbourhood.of(own, Milestones.NONE, T).isKnown()).isFalse();
        assertThat(north()).isEqualTo(Others.NOBODY);
        neighbourhood.seen(own, Milestones.NONE, new Pinged(T, "2416", true));
        assertThat(neighbourhood.of(own, Milestones.NONE, T).isKnown())
                .as("a ping of nobody knows where")
                .isFalse();
    }

    @Test
    void aSiteThatFetchesIsAliveThoughItSaysNoSip() {
        heard(4, 1, 600);
        for (int n = 0; n < 4; n++) {
            neighbourhood.seen(
                    new WindowFour(DOMAIN, T).as(100 + n, "Site 0"),
                    Milestones.NONE,
                    new ConfigRequested(at(900 + n), "f", 304, "r", "", "192.0.2.1"));
        }
        Neighbours there = neighbourhood.of(new WindowFour(DOMAIN, T).as(7, "Site 0"), Milestones.NONE, T);
        assertThat(there.site().silentSince(at(1_000))).isEqualTo(Optional.of(at(600)));
        assertThat(there.siteIsAlive(at(600))).isTrue();
        assertThat(there.othersAreHeard(at(600), at(1_000)))
                .as("nobody else is heard")
                .isFalse();
    }
}
