package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;

class PlotsTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

    private final Plots plots = new Plots();

    @Test
    void whatGoesOnWithinFiveSecondsIsOnePiece() {
        plots.requested(START.plusSeconds(1), 3);
        plots.requested(START.plusSeconds(4), 1);
        plots.answered(START.plusSeconds(4), true);
        plots.answered(START.plusSeconds(4), false);
        plots.sent(START.plusSeconds(4), false);
        plots.sent(START.plusSeconds(4), true);
        plots.requested(START.plusSeconds(5), 0);
        assertThat(plots.pieces())
                .containsExactly(
                        new Plots.Piece(START, 2, 1, 1, 2, 1, 3),
                        new Plots.Piece(START.plusSeconds(5), 1, 0, 0, 0, 0, 0));
    }

    @Test
    void noMoreThanTheLastTenMinutesAreKept() {
        for (int i = 0; i < 2 * Plots.MOST; i++) {
            plots.requested(START.plusSeconds(5L * i), 0);
        }
        assertThat(plots.pieces()).hasSize(Plots.MOST);
        assertThat(plots.pieces().get(0).from()).isEqualTo(START.plusSeconds(5L * Plots.MOST));
    }
}
