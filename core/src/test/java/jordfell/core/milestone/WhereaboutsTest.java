package jordfell.core.milestone;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
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
        assertThat(where).isEqualTo(new Whereabouts(List.of(), "", "", Optional.empty()));
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

    private static Optional<String> clock(String date) {
        String[] headers = date.isEmpty() ? new String[0] : new String[] {"Date: " + date};
        return Whereabouts.of(Milestones.of(List.of(SipTexts.register(T, 1, "2416", "v.example", headers))))
                .clock()
                .map(ClockSkew::words);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Mon, 02 Mar 2026 08:00:00 GMT |
            Mon, 02 Mar 2026 08:00:29 GMT |
            Mon, 02 Mar 2026 08:00:30 GMT | 30 s ahead
            Mon, 02 Mar 2026 07:58:40 GMT | 1 min 20 s behind
            Mon, 02 Mar 2026 06:00:00 GMT | 2 h behind
            Mon, 02 Mar 2026 11:05:09 GMT | 3 h 5 min ahead
            Sat, 01 Jan 2000 00:00:00 GMT | 9557 days 8 h behind
            yesterday                     |
            ''                            |
            """)
    void clockIsToldWhereItIsOffByMoreThanTheWay(String date, String words) {
        assertThat(clock(date).orElse(null)).isEqualTo(words);
    }

    @Test
    void clockIsTheNewestThatWasTold() {
        Whereabouts where = Whereabouts.of(Milestones.of(List.of(
                SipTexts.register(T, 1, "2416", "v.example", "Date: Mon, 02 Mar 2026 07:00:00 GMT"),
                SipTexts.register(T.plusSeconds(60), 2, "2417", "v.example", "Date: Mon, 02 Mar 2026 08:01:00 GMT"))));
        assertThat(where.clock()).isEmpty();
    }
}
