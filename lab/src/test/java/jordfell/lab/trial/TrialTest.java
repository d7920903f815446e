package jordfell.lab.trial;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.lab.fault.FaultKind;
import jordfell.lab.trial.Trial.Condition;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Runs are judged: the same seed the same way, and what is not so is found to be not so. */
class TrialTest {

    @Test
    void theSameSeedIsToldTheSame() {
        Trial.Result once = Trial.run(FaultKind.SIP_BLOCKED, Condition.NOISE, 5);
        assertThat(Trial.run(FaultKind.SIP_BLOCKED, Condition.NOISE, 5)).isEqualTo(once);
    }

    @Test
    void aFaultAndAMistypedPasswordAtTheOtherSiteAreBothNamedAndNobodyElseIsAccused() {
        Trial.Result result = Trial.run(FaultKind.SIP_BLOCKED, Condition.BESIDE_ANOTHER, 3);
        assertThat(result.right()).isEqualTo(result.reached()).isPositive();
        assertThat(result.told()).isTrue();
        assertThat(result.accused()).isZero();
        assertThat(result.falseSentences()).isEmpty();
    }

    @ParameterizedTest
    @EnumSource(FaultKind.class)
    void whatNamesAFaultIsNothingThatIsBesideIt(FaultKind kind) {
        Truth truth = Truth.of(kind);
        assertThat(truth.besides()).noneMatch(truth.named()::contains);
        assertThat(truth.withLoss().besides()).containsAll(truth.besides());
    }
}
