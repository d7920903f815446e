package jordfell.core.triage;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.triage.HeldOverTime.Moment;
import jordfell.core.triage.HeldOverTime.Span;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of causes, and how many were held over time. */
class TriageRulesTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    @ParameterizedTest
    @CsvSource({"-5, true", "0, true", "1, false"})
    void aClosedCauseComesBackWithADeviceThatWasToldOfItLater(long newest, boolean aside) {
        CauseMark closed = CauseMark.NONE.closed("Lena Ravn", T, " their cable is ordered ");
        assertThat(closed.closedWhy()).isEqualTo("their cable is ordered");
        assertThat(closed.isAside(at(newest), at(100))).isEqualTo(aside);
        assertThat(closed.reopened().isAside(at(newest), at(100))).isFalse();
        assertThat(closed.taken("Mats Lind", at(9)).isAside(at(newest), at(100)))
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource({"59, true", "60, false"})
    void whatWaitsIsThereAgainWhenItsTimeIsOver(long now, boolean aside) {
        CauseMark waits = CauseMark.NONE.taken("Mats Lind", T).waiting(at(60));
        assertThat(waits.isAside(at(500), at(now))).isEqualTo(aside);
        assertThat(waits.takenBy()).isEqualTo("Mats Lind");
        assertThat(waits.left().takenBy()).isEmpty();
        assertThat(waits.left().asideUntil()).as("it waits all the same").isPresent();
    }

    @ParameterizedTest
    @CsvSource({"0, false", "1, true", "7776000, true", "7776001, false"})
    void itWaitsForNinetyDaysAtMost(long until, boolean good) {
        assertThat(CauseMark.refuseWaiting(Optional.of(at(until)), T).isEmpty()).isEqualTo(good);
        assertThat(CauseMark.refuseWaiting(Optional.empty(), T)).isPresent();
    }

    @ParameterizedTest
    @CsvSource({"0, The reason is missing.", "1, ", "300, ", "301, The reason is too long."})
    void aReasonIsOneLine(int length, String problem) {
        assertThat(CauseMark.refuseClosing(" " + "x".repeat(length)).map(p -> p.reason()))
                .isEqualTo(Optional.ofNullable(problem));
    }

    @Test
    void ofADeviceWithTwoFindingsOneCounts() {
        List<Span> spans = List.of(
                new Span(1, at(-50), at(20)),
                new Span(1, at(5), Instant.MAX),
                new Span(2, at(25), Instant.MAX),
                new Span(3, at(-50), at(-1)));
        assertThat(HeldOverTime.of(spans, T, at(30), 3))
                .containsExactly(new Moment(at(10), 1), new Moment(at(20), 1), new Moment(at(30), 2));
    }
}
