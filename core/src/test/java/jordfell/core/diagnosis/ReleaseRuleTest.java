package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.DeviceFacts.HeldBack;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.Standing;
import jordfell.core.path.Stop;
import jordfell.core.path.WindowFour;
import jordfell.core.release.Revision;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReleaseRuleTest {

    private static final Instant NOW = Instant.parse("2026-06-01T08:00:00Z");

    private final WindowFour window = new WindowFour("v.example", NOW.minusSeconds(600));

    private CaseOf device() {
        return CaseOf.of(window.facts(), List.of(), new NoSecrets(), NOW);
    }

    private Finding first() {
        return Diagnosis.of(device()).get(0);
    }

    @Test
    void whatWasNeverReleasedIsOfferedToBe() {
        assertThat(first().cause()).isEqualTo(Cause.NOT_RELEASED);
        assertThat(first().remedies()).extracting(Remedy::action).containsExactly(Remedy.Action.RELEASE);
    }

    @Test
    void firstConfigurationInAWaveThatHasNotBegunWaitsForIt() {
        window.heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(60), ""));
        assertThat(first().cause()).isEqualTo(Cause.RELEASE_HELD);
        assertThat(first().sentence())
                .isEqualTo("Its first configuration waits in wave 2 of release 31, which has not begun.");
        assertThat(first().brief()).isEqualTo("waits: wave 2 of release 31");
        assertThat(first().remedies())
                .extracting(Remedy::action)
                .containsExactly(Remedy.Action.ADVICE, Remedy.Action.RELEASE);
        assertThat(first().remedies().get(1).will())
                .as("it leaves its wave")
                .contains("A wave in which it waits lets it go.");
        assertThat(device().path().stop(Stop.RELEASED).evidence())
                .isEqualTo("its first configuration waits in wave 2 of release 31");
    }

    @Test
    void firstConfigurationInAWaveThatStoppedSaysWhyItDid() {
        window.heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(60), "1 of 4 got worse: Window 2."));
        assertThat(first().cause()).isEqualTo(Cause.RELEASE_HELD);
        assertThat(first().sentence())
                .isEqualTo("Its first configuration was held back, because wave 2 of release 31 stopped: "
                        + "1 of 4 got worse: Window 2.");
        assertThat(first().remedies())
                .extracting(Remedy::action)
                .containsExactly(Remedy.Action.ADVICE, Remedy.Action.RELEASE);
        assertThat(first().variant()).isEqualTo("release 31");
    }

    @Test
    void deviceThatHasAnEarlierReleaseKeepsItsDialToneAndIsNotHeld() {
        window.released =
                Optional.of(new ReleaseFacts(30, new Revision("aaaa"), NOW.minusSeconds(30), "Lena Ravn", List.of()));
        window.heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(10), "Mats stopped it."));
        assertThat(Diagnosis.of(device())).extracting(Finding::cause).doesNotContain(Cause.RELEASE_HELD);
        assertThat(device().path().stop(Stop.RELEASED).evidence())
                .endsWith("; a newer one was held back when wave 2 of release 31 stopped");
    }

    @Test
    void lineWithoutAnExtensionComesFirst() {
        window.bound = false;
        window.heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(60), ""));
        assertThat(Diagnosis.of(device()))
                .extracting(Finding::cause)
                .contains(Cause.LINE_UNBOUND)
                .doesNotContain(Cause.RELEASE_HELD, Cause.NOT_RELEASED);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            false | nothing can be released to it before
            true  | there is nothing to type into it before
            """)
    void whatAnUnboundLineKeepsBackIsSaidByHowThePhoneIsSet(boolean byHand, String said) {
        window.bound = false;
        window.byHand = byHand;
        assertThat(Diagnosis.of(device()))
                .filteredOn(finding -> finding.cause() == Cause.LINE_UNBOUND)
                .singleElement()
                .satisfies(finding -> assertThat(finding.detail()).contains(said));
    }

    @Test
    void spareNeedsNoRelease() {
        window.standing = Standing.SPARE;
        assertThat(Diagnosis.of(device())).isEmpty();
    }
}
