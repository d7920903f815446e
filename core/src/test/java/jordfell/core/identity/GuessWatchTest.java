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
        int until = 0;
        while (until < 600 && !watch.asks(mac(until * 104_729L % 0xffffff), NOW.plusSeconds(until))) {
            until++;
        }
        assertThat(until).isLessThan(200);
    }

    @Test
    void manyAddressesAtOnceAreGuessedAtBeforeAnyHadTimeToComeAgain() {
        GuessWatch watch = new GuessWatch();
        for (int i = 0; i < GuessWatch.MOST_AT_ONCE; i++) {
            assertThat(watch.asks(mac(i * 7_919L), NOW)).as("address %d", i).isFalse();
        }
        assertThat(watch.asks(mac(4_000_001), NOW)).isTrue();
    }

    @Test
    void deliveryOfTwoHundredPhonesBehindOneRouterIsNoGuesser() {
        GuessWatch watch = new GuessWatch();
        for (int second = 0; second < 600; second++) {
            for (int phone = 0; phone < 200; phone++) {
                // Switched on one after another within a minute and a half, each asks once a minute.
                int since = second - phone * 90 / 200;
                if (since >= 0 && since % 60 == 0) {
                    assertThat(watch.asks(mac(phone * 7_919L), NOW.plusSeconds(second)))
                            .as("phone %d after %d s", phone, second)
                            .isFalse();
                }
            }
        }
        assertThat(watch.strangers()).isEqualTo(200);
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
