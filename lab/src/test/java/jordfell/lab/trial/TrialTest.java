package jordfell.lab.trial;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.lab.fault.FaultKind;
import jordfell.lab.trial.Trial.Condition;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Runs are judged: the same seed the same way, and what is not so is found to be not so. */
@Execution(ExecutionMode.CONCURRENT)
class TrialTest {

    private static final Mishap BLOCKED = new Mishap.OfTheWorld(FaultKind.SIP_BLOCKED);

    @Test
    void theSameSeedIsToldTheSame() {
        Trial.Result once = Trial.run(BLOCKED, Condition.NOISE, 5);
        assertThat(Trial.run(BLOCKED, Condition.NOISE, 5)).isEqualTo(once);
    }

    @Test
    void aFaultAndAMistypedPasswordAtTheOtherSiteAreBothNamedAndNobodyElseIsAccused() {
        Trial.Result result = Trial.run(BLOCKED, Condition.BESIDE_ANOTHER, 3);
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

    /** What is done at one phone is told of that phone, and of no other but those that it takes along. */
    @ParameterizedTest
    @EnumSource(Deed.class)
    void whatIsDoneAtOnePhoneIsNamedThereAndNobodyElseIsAccused(Deed deed) {
        Trial.Result result = Trial.run(deed, Condition.ALONE, 4);
        assertThat(result.falseSentences()).isEmpty();
        assertThat(result.right()).as("of %s", result).isEqualTo(result.reached());
        assertThat(result.accused()).isZero();
    }

    @ParameterizedTest
    @EnumSource(
            names = {"CERTIFICATE_EXPIRED", "CERTIFICATE_RUNS_OUT", "CERTIFICATE_OTHER_NAME", "CERTIFICATE_UNKNOWN"})
    void aCertificateThatIsNotTakenIsNamedForAllWhoSpeakByTls(FaultKind kind) {
        Trial.Result result = Trial.run(new Mishap.OfTheWorld(kind), Condition.ALONE, 4);
        assertThat(result.falseSentences()).isEmpty();
        assertThat(result.right()).as("of %s", result).isEqualTo(result.reached());
    }
}
