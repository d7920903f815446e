package jordfell.core.identity;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import org.junit.jupiter.api.Test;

class GuessWatchTest {

    private static final Instant NOW = Instant.parse("2026-06-01T08:00:00Z");

    private static MacAddress mac(long value) {
        return MacAddress.of(String.format(Locale.ROOT, "024b7a%06x", value));
    }

    @Test
    void lorryOfNewPhonesIsNoGuesser() {
        GuessWatch watch = new GuessWatch();
        for (int round = 0; round < 20; round++) {
            for (int phone = 0; phone < 40; phone++) {
                assertThat(watch.asks(mac(phone * 7919L), NOW.plusSeconds(round)))
                        .isFalse();
            }
        }
    }

    @Test
    void addressesInARowAreGuessedAt() {
        GuessWatch watch = new GuessWatch();
        for (int i = 0; i < GuessWatch.MOST_IN_A_ROW - 1; i++) {
            assertThat(watch.asks(mac(i), NOW)).isFalse();
        }
        assertThat(watch.asks(mac(GuessWatch.MOST_IN_A_ROW - 1), NOW)).isTrue();
    }

    @Test
    void palletOfPhonesInARowIsForgivenOnceHalfOfThemCameAgain() {
        GuessWatch watch = new GuessWatch();
        for (int phone = 0; phone < 40; phone++) {
            watch.asks(mac(phone), NOW);
        }
        assertThat(watch.isGuessing()).isTrue();
        for (int phone = 0; phone < 19; phone++) {
            assertThat(watch.asks(mac(phone), NOW.plusSeconds(2))).isTrue();
        }
        assertThat(watch.asks(mac(19), NOW.plusSeconds(2))).isFalse();
    }

    @Test
    void manyAddressesAreGuessedAtWhateverTheirOrder() {
        GuessWatch watch = new GuessWatch();
        for (int i = 0; i <= GuessWatch.MOST_STRANGERS; i++) {
            watch.asks(mac(i * 104_729L % 0xffffff), NOW.plusSeconds(i));
        }
        assertThat(watch.isGuessing()).isTrue();
        assertThat(watch.strangers()).isEqualTo(GuessWatch.MOST_STRANGERS + 1);
    }

    @Test
    void itIsForgivenWhenTheWindowIsOver() {
        GuessWatch watch = new GuessWatch();
        for (int i = 0; i < GuessWatch.MOST_IN_A_ROW; i++) {
            watch.asks(mac(i), NOW);
        }
        assertThat(watch.asks(mac(4711), NOW.plus(GuessWatch.WINDOW).plus(Duration.ofSeconds(1))))
                .isFalse();
    }
}
