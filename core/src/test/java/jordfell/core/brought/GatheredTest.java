package jordfell.core.brought;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.capture.Sighting;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipTexts;
import jordfell.core.identity.MacAddress;
import org.junit.jupiter.api.Test;

/** What was brought, by whose it is: folded and bounded. */
class GatheredTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");

    private static Matching.Holders everyNumberIs(long device) {
        return new Matching.Holders() {
            @Override
            public Optional<Long> withMac(MacAddress mac) {
                return Optional.empty();
            }

            @Override
            public List<Long> withNumber(String domain, String number) {
                return number.startsWith("24") ? List.of(device + Long.parseLong(number) - 2400) : List.of();
            }

            @Override
            public List<Long> at(String host) {
                return List.of();
            }
        };
    }

    private final Gathered gathered = new Gathered(new Matching(everyNumberIs(100)));

    private void ask(Instant at, String callId, String number, String status) {
        gathered.take(new Sighting(
                "v.example", Optional.empty(), "192.0.2.1", SipTexts.registerIn(at, callId, 1, number, "v.example")));
        gathered.take(new Sighting(
                "v.example",
                Optional.empty(),
                "192.0.2.1",
                SipTexts.answerIn(at.plusMillis(5), callId, 1, number, status)));
    }

    @Test
    void repeatsAreFoldedAndCounted() {
        for (int i = 0; i < 50; i++) {
            ask(T.plusSeconds(10L * i), "c" + i, "2416", "403 Forbidden");
        }
        assertThat(gathered.devices()).singleElement().satisfies(of -> {
            assertThat(of.device()).isEqualTo(116);
            assertThat(of.seen()).isEqualTo(100);
            assertThat(of.by()).containsExactly(MatchedBy.EXTENSION);
            assertThat(of.episodes())
                    .singleElement()
                    .satisfies(e -> assertThat(e.times()).isEqualTo(50));
        });
        assertThat(gathered.first()).isEqualTo(T);
        assertThat(gathered.last()).isEqualTo(T.plusSeconds(490).plusMillis(5));
    }

    @Test
    void strangersAreToldWithWhatTheyWereAnsweredAndNoMoreThanThereIsRoomFor() {
        for (int i = 0; i < 250; i++) {
            ask(T.plusSeconds(i), "s" + i, Integer.toString(9_000 + i), "404 Not Found");
        }
        ask(T.plusSeconds(300), "s", "9000", "404 Not Found");
        assertThat(gathered.devices()).isEmpty();
        assertThat(gathered.strangers()).hasSize(200);
        assertThat(gathered.strangers().get(0))
                .satisfies(s -> assertThat(s.seen()).isEqualTo(4))
                .satisfies(s -> assertThat(s.answer()).isEqualTo("404 Not Found"));
        assertThat(gathered.left()).isEqualTo(100);
    }

    @Test
    void ofADeviceThatNeverStopsTheNewestIsKept() {
        for (int i = 0; i < 200; i++) {
            ask(T.plusSeconds(i), "c" + i, "2416", (400 + i) + " No");
        }
        assertThat(gathered.devices().get(0).episodes()).hasSize(60);
        assertThat(gathered.devices().get(0).observations())
                .allSatisfy(o -> assertThat(o.at()).isAfter(T.plusSeconds(130)));
    }

    @Test
    void strangersWhoSayWhoTheyAreAreToldApart() {
        for (String mac : List.of("02-4B-7A-0F-00-44", "02-4B-7A-00-53-B1", "02-4B-7A-0F-00-44")) {
            String file = MacAddress.of(mac).compact() + ".conf";
            gathered.take(new Sighting(
                    "",
                    Optional.of(MacAddress.of(mac)),
                    "192.0.2.1",
                    new ConfigRequested(T, file, 404, "", "", "192.0.2.1")));
        }
        assertThat(gathered.strangers())
                .extracting(Gathered.Stranger::mac, Gathered.Stranger::seen, Gathered.Stranger::answer)
                .containsExactly(
                        tuple("02-4B-7A-0F-00-44", 2L, "404 to 024b7a0f0044.conf"),
                        tuple("02-4B-7A-00-53-B1", 1L, "404 to 024b7a0053b1.conf"));
    }
}
