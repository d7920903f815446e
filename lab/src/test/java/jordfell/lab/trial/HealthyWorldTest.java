package jordfell.lab.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import jordfell.core.history.Transition;
import jordfell.core.path.Condition;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A day of phones that are all well: nothing is found, nobody is held, and what is proven stays proven. */
@Execution(ExecutionMode.CONCURRENT)
class HealthyWorldTest {

    private static final Duration LOOK = Duration.ofMinutes(1);

    @ParameterizedTest
    @CsvSource({"1, 60", "2, 3600", "3, 60", "4, 3600", "5, 60"})
    void aHealthyDayHasNoFindingAndWhatIsProvenStaysProven(long seed, int checkEvery) {
        TrialWorld world = new TrialWorld(seed, checkEvery, "192.0.2.11");
        for (int i = 1; i <= 24 * 60; i++) {
            int minute = i;
            world.look(LOOK, (phone, stepped) -> {
                assertThat(stepped.transitions())
                        .as("%s at minute %s", phone.number, minute)
                        .noneMatch(Transition.FindingOpened.class::isInstance);
                assertThat(stepped.tooLate()).isEmpty();
                if (minute > 45) {
                    assertThat(phone.history.present().condition())
                            .as("%s at minute %s", phone.number, minute)
                            .isEqualTo(Condition.PROVEN);
                }
            });
            if (minute == 30) {
                world.testCalls();
            }
        }
        assertThat(world.phones.values())
                .allSatisfy(p -> assertThat(p.history.recent()).hasSizeLessThan(60));
    }
}
