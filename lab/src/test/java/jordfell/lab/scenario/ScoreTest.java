package jordfell.lab.scenario;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import jordfell.core.diagnosis.Cause;
import jordfell.core.path.Condition;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ScoreTest {

    private static final Set<Long> REACHED = Set.of(1L, 2L, 3L, 5L);
    private static final Score.Expected NAME = new Score.Expected(Set.of(Cause.NAME_NOT_FOUND), Set.of(Cause.LAPSED));

    @Test
    void theCauseIsFoundAndNothingOrWhatFollowsIsMissedAndAllElseIsToldOtherwise() {
        Score score = Score.of(
                REACHED,
                d -> NAME,
                Map.of(),
                Map.of(1L, Cause.NAME_NOT_FOUND, 2L, Cause.WRONG_PASSWORD, 5L, Cause.LAPSED, 4L, Cause.LAPSED));
        assertThat(score).isEqualTo(new Score(Set.of(1L), Set.of(3L, 5L), Set.of(2L), Set.of(4L)));
    }

    @Test
    void whatWasToldBeforeIsNeitherFoundNorToldOtherwise() {
        Map<Long, Cause> before = Map.of(1L, Cause.WRONG_PASSWORD, 4L, Cause.STALE_CONFIG);
        Score score = Score.of(REACHED, d -> NAME, before, before);
        assertThat(score).isEqualTo(new Score(Set.of(), REACHED, Set.of(), Set.of()));
    }

    @Test
    void whereNothingIsToBeToldSilenceIsRight() {
        Score.Expected nothing = new Score.Expected(Set.of(), Set.of());
        Score score = Score.of(REACHED, d -> nothing, Map.of(), Map.of(3L, Cause.LAPSED));
        assertThat(score).isEqualTo(new Score(Set.of(1L, 2L, 5L), Set.of(), Set.of(3L), Set.of()));
    }

    @ParameterizedTest
    @CsvSource({"PARKED, false", "UNDER_WAY, true", "HELD, false", "CARRYING, true", "PROVEN, true", "SILENT, false"})
    void whoIsHeldOrNotInUseIsNotReached(Condition condition, boolean reached) {
        assertThat(Scenario.reaches(condition)).isEqualTo(reached);
    }

    @ParameterizedTest
    @EnumSource(Scenario.class)
    void eachScenarioIsAtAPlaceThatItsFaultCanBeAtAndSaysWhatToFind(Scenario scenario) {
        scenario.fault().ifPresent(kind -> assertThat(kind.where()).isEqualTo(scenario.where()));
        assertThat(scenario.fault().isPresent() || scenario.beside() != Scenario.Beside.NOTHING)
                .isTrue();
        assertThat(scenario.expects(true, true).named()).isNotEmpty();
        assertThat(scenario.story()).endsWith(".");
        assertThat(scenario.finds()).endsWith(".");
    }
}
