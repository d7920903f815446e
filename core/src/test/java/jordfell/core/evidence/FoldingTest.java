package jordfell.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import jordfell.core.evidence.Folding.Fate;
import jordfell.core.evidence.Folding.Write;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What says nothing new is folded, and nothing is lost by it. Times are seconds. */
class FoldingTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");

    private final Folding folding = new Folding();
    /** As a table would have them. */
    private final Map<Integer, Episode> rows = new LinkedHashMap<>();

    private final Map<String, Integer> ids = new HashMap<>();
    private int begun;

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    private void take(Observation... seen) {
        for (Write write : folding.take(List.of(seen))) {
            String key = write.episode().key();
            if (write.fate() == Fate.BEGINS) {
                ids.put(key, begun++);
            }
            assertThat(ids).as("what goes on or ends has begun").containsKey(key);
            if (write.fate() == Fate.ENDS) {
                rows.remove(ids.remove(key));
            } else {
                rows.put(ids.get(key), write.episode());
            }
        }
    }

    private static Observation fetched(long t, int status) {
        return new ConfigRequested(at(t), "f", status, "aaaa", "Korrin K24/2.4.1", "192.0.2.1");
    }

    private void refreshed(long t) {
        int cseq = (int) t;
        String call = "c" + t;
        take(
                SipTexts.registerIn(at(t), call, cseq, "2416", "v.example"),
                SipTexts.answerIn(at(t), call, cseq, "2416", "401 Unauthorized"));
        take(
                SipTexts.registerIn(at(t), call, cseq + 1, "2416", "v.example", "Authorization: Digest x=y"),
                SipTexts.answerIn(at(t), call, cseq + 1, "2416", "200 OK"),
                new BindingChanged(
                        at(t),
                        "2416",
                        BindingChanged.Change.REFRESHED,
                        "sip:2416@192.0.2.1",
                        "north",
                        "192.0.2.1:5060",
                        at(t + 1_800)));
    }

    @Test
    void subscriptionsThatAreRefreshedAreOneEpisodeWithAllTheirMessages() {
        for (int hour = 0; hour < 2; hour++) {
            long t = hour * 3_000L;
            take(
                    SipTexts.subscribe(at(t), "lamp", 1 + hour, "2417", "dialog"),
                    SipTexts.subscribed(at(t), "lamp", 1 + hour, "2417", "200 OK", "Expires: 3600"));
            take(
                    SipTexts.subscribe(at(t), "other", 1 + hour, "2417", "message-summary"),
                    SipTexts.subscribed(at(t), "other", 1 + hour, "2417", "403 Forbidden"));
        }
        assertThat(rows.values())
                .extracting(Episode::kind, Episode::times, e -> e.newest().size())
                .containsExactlyInAnyOrder(
                        org.assertj.core.groups.Tuple.tuple("subscribe", 2, 2),
                        org.assertj.core.groups.Tuple.tuple("subscribe", 2, 2));
    }

    @Test
    void aHealthyPhonesDayIsAtMostAHundredRows() {
        for (int minute = 0; minute < 1_440; minute++) {
            take(new Pinged(at(minute * 60L), "2416", true));
            if (minute % 15 == 0) {
                take(fetched(minute * 60L, 304));
            }
            if (minute % 20 == 0) {
                take(
                        new NameLookedUp(at(minute * 60L), "_sip._udp.v.example", "SRV", List.of("n:5060")),
                        new NameLookedUp(at(minute * 60L), "n.v.example", "A", List.of("192.0.2.11")));
                refreshed(minute * 60L);
            }
        }
        assertThat(begun).isLessThanOrEqualTo(100 + 72); // each registration stands open for a moment
        assertThat(begun - 72).as("rows that stay").isLessThanOrEqualTo(100);
    }

    @Test
    void repeatsAreCountedWithFirstAndLastAndTheNewestAsItWas() {
        take(fetched(0, 304));
        take(fetched(60, 304), fetched(120, 304));
        assertThat(rows.values()).singleElement().satisfies(row -> {
            assertThat(row.first()).isEqualTo(at(0));
            assertThat(row.last()).isEqualTo(at(120));
            assertThat(row.times()).isEqualTo(3);
            assertThat(row.newest()).containsExactly(fetched(120, 304));
        });
    }

    @Test
    void whatSaysSomethingNewIsAnEpisodeOfItsOwn() {
        take(fetched(0, 304), fetched(60, 500), fetched(120, 304));
        assertThat(rows.values()).extracting(Episode::times).containsExactlyInAnyOrder(2, 1);
    }

    @Test
    void aRegistrationIsOneEpisodeWithAllItsMessages() {
        refreshed(1);
        Episode register = rows.values().stream()
                .filter(r -> r.key().startsWith("register"))
                .findFirst()
                .orElseThrow();
        assertThat(register.newest()).hasSize(4);
        refreshed(1_201);
        assertThat(rows).hasSize(2);
        assertThat(rows.get(ids.get(register.key())).times()).isEqualTo(2);
        assertThat(rows.get(ids.get(register.key())).newest().get(0).at()).isEqualTo(at(1_201));
    }

    @Test
    void aRegistrationThatIsNeverAnsweredIsKeptFromItsFirstMessageOn() {
        take(SipTexts.registerIn(at(0), "c", 1, "2416", "v.example"));
        assertThat(rows).hasSize(1);
        take(SipTexts.registerIn(at(4), "c", 1, "2416", "v.example"));
        assertThat(rows.values())
                .singleElement()
                .extracting(e -> e.newest().size())
                .isEqualTo(2);
        take(fetched(100, 304));
        assertThat(rows.values())
                .as("closed, since nothing more is to come")
                .noneMatch(e -> e.key().startsWith("open"));
        assertThat(rows).hasSize(2);
    }

    @Test
    void goesOnFromWhatWasWrittenBefore() {
        take(fetched(0, 304), SipTexts.registerIn(at(1), "c", 1, "2416", "v.example"));
        Folding later = Folding.from(rows.values());
        assertThat(later.take(List.of(fetched(60, 304), SipTexts.answerIn(at(2), "c", 1, "2416", "403 No"))))
                .extracting(Write::fate)
                .containsExactlyInAnyOrder(Fate.GOES_ON, Fate.ENDS, Fate.BEGINS);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
    void nothingIsLostHoweverManyAreOpen(int seed) {
        List<Integer> calls = new ArrayList<>();
        for (int call = 0; call < 200; call++) {
            calls.add(call);
            calls.add(call);
        }
        Collections.shuffle(calls, new Random(seed));
        for (int call : calls) {
            take(SipTexts.registerIn(at(0), "c" + call, 1, "2" + (100 + call), "v.example"));
        }
        int kept = rows.values().stream().mapToInt(r -> r.newest().size()).sum();
        int folded = rows.values().stream().mapToInt(r -> r.times() - 1).sum();
        assertThat(kept + folded).isEqualTo(calls.size());
    }
}
