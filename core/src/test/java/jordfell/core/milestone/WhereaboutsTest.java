package jordfell.core.milestone;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipTexts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where a device was heard from, and what it says it is. */
class WhereaboutsTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");

    @Test
    void nothingIsKnownOfADeviceThatWasNeverSeen() {
        Whereabouts where = Whereabouts.of(Milestones.NONE);
        assertThat(where).isEqualTo(new Whereabouts(List.of(), "", ""));
        assertThat(where.hosts()).isEmpty();
    }

    @Test
    void addressesOfLinesAndFetchesEachOnce() {
        Whereabouts where = Whereabouts.of(Milestones.of(List.of(
                new ConfigRequested(T, "f", 200, "a", "Korrin K24/2.4.1", "192.0.2.77"),
                SipTexts.register(T.plusSeconds(5), 1, "2416", "v.example"),
                SipTexts.register(T.plusSeconds(6), 2, "2417", "v.example"))));
        assertThat(where.registered()).hasSize(1);
        assertThat(where.fetched()).isEqualTo("192.0.2.77");
        assertThat(where.says()).isEqualTo("Korrin K24/2.4.1");
        assertThat(where.hosts()).hasSize(2).contains("192.0.2.77");
    }

    @Test
    void newestAddressIsTold() {
        Whereabouts where = Whereabouts.of(Milestones.of(List.of(
                new ConfigRequested(T, "f", 200, "a", "Korrin K24/2.4.1", "192.0.2.77"),
                new ConfigRequested(T.plusSeconds(60), "f", 200, "a", "Korrin K24/2.4.2", "192.0.2.78"))));
        assertThat(where.fetched()).isEqualTo("192.0.2.78");
        assertThat(where.says()).isEqualTo("Korrin K24/2.4.2");
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.14:5062, http://192.0.2.14/",
        "192.0.2.14,      http://192.0.2.14/",
        "198.51.100.9:40112,",
        "phone.example:5060,",
        "'',",
    })
    void pageIsThePhonesOwnOnlyWithinItsSitesNetworks(String peer, String page) {
        assertThat(Whereabouts.page(peer, List.of("203.0.113.0/28", "192.0.2.0/25"))
                        .orElse(null))
                .isEqualTo(page);
        assertThat(Whereabouts.page(peer, List.of())).isEmpty();
    }
}
