package jordfell.core.identity;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GrowingPauseTest {

    private static final Instant NOW = Instant.parse("2026-05-04T08:00:00Z");

    private static GrowingPause after(int wrong) {
        GrowingPause pause = new GrowingPause(5);
        for (int i = 0; i < wrong; i++) {
            pause.wrong(NOW);
        }
        return pause;
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "4, 0", "5, 1", "6, 2", "7, 4", "10, 32", "14, 512", "15, 900", "60, 900"})
    void eachWrongTryCostsTwiceTheOneBefore(int wrong, int seconds) {
        assertThat(after(wrong).left(NOW)).isEqualTo(Duration.ofSeconds(seconds));
    }

    @Test
    void thePauseRunsOut() {
        GrowingPause pause = after(10);
        assertThat(pause.left(NOW.plusSeconds(30))).isEqualTo(Duration.ofSeconds(2));
        assertThat(pause.left(NOW.plusSeconds(32))).isZero();
    }

    @Test
    void allIsForgottenAfterAnHour() {
        GrowingPause pause = after(60);
        Instant later = NOW.plus(GrowingPause.FORGOTTEN_AFTER);
        assertThat(pause.left(later)).isZero();
        pause.wrong(later);
        assertThat(pause.left(later)).isZero();
    }
}
