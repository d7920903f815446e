package jordfell.server.release;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.Making.Progress;
import org.junit.jupiter.api.Test;

/** One release at a time, seen and cancelled; many devices in order on all cores. */
class MakingTest {

    private final Making making = new Making(() -> {});

    @Test
    void progressIsSeenUntilTheTurnIsOver() {
        try (Making.Turn turn = making.begin("Lena Ravn", 3)) {
            turn.step();
            assertThat(making.progress()).contains(new Progress("Lena Ravn", 1, 3));
        }
        assertThat(making.progress()).isEmpty();
    }

    @Test
    void secondReleaseIsToldOfTheFirst() {
        try (Making.Turn turn = making.begin("Lena Ravn", 3)) {
            turn.step();
            assertThatThrownBy(() -> making.begin("Mats Lind", 1))
                    .isInstanceOf(RefusedException.class)
                    .hasMessageContaining("Lena Ravn is making a release: 1 of 3 devices are done.");
        }
        making.begin("Mats Lind", 1).close();
    }

    @Test
    void cancelledReleaseEndsAtItsNextDevice() {
        try (Making.Turn turn = making.begin("Lena Ravn", 3)) {
            making.cancel("Mats Lind");
            assertThatThrownBy(turn::step).hasMessageContaining("Mats Lind cancelled it after 1 of 3 devices.");
        }
    }

    @Test
    void manyAreWorkedThroughInOrderAndTheFirstFailureIsTheAskers() {
        List<Integer> all = IntStream.range(0, 1_000).boxed().toList();
        List<Integer> taken = new ArrayList<>();
        InParts parts = new InParts();
        parts.each(all, i -> i * 2, taken::add);
        assertThat(taken).hasSize(1_000).startsWith(0, 2, 4).endsWith(1_996, 1_998);
        assertThatThrownBy(() -> parts.each(all, i -> 1 / (i - 700), taken::add))
                .isInstanceOf(ArithmeticException.class);
        parts.stop();
    }
}
