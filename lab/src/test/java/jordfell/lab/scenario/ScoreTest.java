package jordfell.lab.scenario;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import jordfell.core.diagnosis.Cause;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ScoreTest {

    private static final Set<Long> REACHED = Set.of(1L, 2L, 3L);

    @Test
    void whatIsSoIsFoundWhatIsNotToldIsMissedAndAllElseIsWrong() {
        Score score = Score.of(
                REACHED,
                Set.of(Cause.LAPSED),
                Map.of(),
                Map.of(1L, Cause.LAPSED, 2L, Cause.WRONG_PASSWORD, 4L, Cause.LAPSED));
        assertThat(score).isEqualTo(new Score(Set.of(1L), Set.of(3L), Set.of(2L, 4L)));
    }

    @Test
    void whatWasToldBeforeIsNeitherFoundNorWrong() {
        Map<Long, Cause> before = Map.of(1L, Cause.WRONG_PASSWORD, 4L, Cause.STALE_CONFIG);
        Score score = Score.of(REACHED, Set.of(Cause.LAPSED), before, before);
        assertThat(score).isEqualTo(new Score(Set.of(), REACHED, Set.of()));
    }

    @Test
    void whereNothingIsToBeToldSilenceIsRight() {
        Score score = Score.of(REACHED, Set.of(), Map.of(), Map.of(3L, Cause.LAPSED));
        assertThat(score).isEqualTo(new Score(Set.of(1L, 2L), Set.of(), Set.of(3L)));
    }

    @ParameterizedTest
    @EnumSource(Scenario.class)
    void eachScenarioIsAtAPlaceThatItsFaultCanBeAtAndSaysWhatToFind(Scenario scenario) {
        scenario.fault().ifPresent(kind -> assertThat(kind.where()).isEqualTo(scenario.where()));
        assertThat(scenario.fault().isPresent() || scenario.beside() != Scenario.Beside.NOTHING)
                .isTrue();
        assertThat(scenario.expected(true)).isNotEmpty();
        assertThat(scenario.story()).endsWith(".");
        assertThat(scenario.finds()).endsWith(".");
    }
}
