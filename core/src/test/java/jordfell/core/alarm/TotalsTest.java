package jordfell.core.alarm;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Only what came within the time is counted, and of what was there before nobody says when it came. */
class TotalsTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");

    private final Totals totals = new Totals(Duration.ofMinutes(30));

    private Map<String, Long> look(int minute, long total) {
        Map<String, Long> now = Map.of("2416", total);
        totals.look(now, at(minute));
        return now;
    }

    private static Instant at(int minute) {
        return T.plusSeconds(minute * 60L);
    }

    @Test
    void whatWasThereAtTheFirstLookIsNotCounted() {
        Map<String, Long> now = look(0, 500);
        assertThat(totals.since(now, at(-5))).isEmpty();
        assertThat(totals.since(look(1, 503), at(-5))).containsEntry("2416", 3L);
    }

    @Test
    void whatIsNewBetweenTwoLooksIsCountedWhole() {
        totals.look(Map.of(), at(0));
        assertThat(totals.since(look(1, 40), at(0))).containsEntry("2416", 40L);
    }

    @Test
    void onlyWhatCameWithinTheTimeCounts() {
        totals.look(Map.of(), at(0));
        look(1, 40);
        look(10, 60);
        Map<String, Long> now = look(20, 61);
        assertThat(totals.since(now, at(0))).containsEntry("2416", 61L);
        assertThat(totals.since(now, at(5))).containsEntry("2416", 21L);
        assertThat(totals.since(now, at(15))).containsEntry("2416", 1L);
        assertThat(totals.since(now, at(20))).isEmpty();
    }

    @Test
    void whatIsOlderThanTheLongestTimeIsForgottenButForWhereItBegan() {
        totals.look(Map.of(), at(0));
        for (int minute = 1; minute <= 200; minute++) {
            look(minute, minute);
        }
        assertThat(totals.since(Map.of("2416", 200L), at(170))).containsEntry("2416", 30L);
        assertThat(totals.since(Map.of("2416", 200L), at(0))).containsEntry("2416", 30L);
    }

    @Test
    void aTotalThatShrankOrIsGoneSaysNothing() {
        look(0, 50);
        assertThat(totals.since(look(1, 20), at(0))).isEmpty();
        totals.look(Map.of(), at(2));
        assertThat(totals.since(Map.of("2416", 90L), at(0))).isEmpty();
    }
}
