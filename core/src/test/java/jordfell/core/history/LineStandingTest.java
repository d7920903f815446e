package jordfell.core.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.RegistrationState;
import jordfell.core.evidence.SipTexts;
import jordfell.core.evidence.StrayOutcome;
import jordfell.core.history.ExtensionStatus.Holder;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.LineStatus;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How a number stands with a device, with a stray, and with all who have it. Times are seconds after eight. */
class LineStandingTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private final List<Observation> seen = new ArrayList<>();

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    private void asks(long t, String answer) {
        seen.add(SipTexts.register(at(t), (int) t + 1_000, "2416", "v.example"));
        seen.add(SipTexts.answerTo(at(t), (int) t + 1_000, "2416", answer));
    }

    private void binding(long t, String number, Change change) {
        seen.add(new BindingChanged(
                at(t), number, change, "sip:" + number + "@192.0.2.1", "north", "192.0.2.1:5062", at(t + 120)));
    }

    private List<LineStanding> standings(long now, String... onRecord) {
        Milestones reached = Milestones.of(seen);
        Point present = Point.start(at(now)).reaching(reached);
        List<LineStatus> lines = new ArrayList<>();
        for (String number : onRecord) {
            LineMilestones line = reached.line(number);
            lines.add(new LineStatus(lines.size() + 1, number, line));
        }
        return LineStanding.of(lines, present);
    }

    private LineStanding only(long now) {
        List<LineStanding> all = standings(now, "2416");
        assertThat(all).hasSize(1);
        return all.get(0);
    }

    @Test
    void nothingWasEverSeenOfIt() {
        assertThat(only(10))
                .isEqualTo(new LineStanding("2416", false, RegistrationState.NEVER, "", "", Optional.empty(), ""));
    }

    @Test
    void registeredSinceItWasBoundWithWhereItIs() {
        binding(5, "2416", Change.ADDED);
        binding(65, "2416", Change.REFRESHED);
        LineStanding line = only(100);
        assertThat(line.state()).isEqualTo(RegistrationState.REGISTERED);
        assertThat(line.since()).contains(at(5));
        assertThat(line.peer()).isEqualTo("192.0.2.1:5062");
        assertThat(line.node()).isEqualTo("north");
    }

    @Test
    void bindingThatLivesCountsThoughALaterAttemptIsRefused() {
        binding(5, "2416", Change.ADDED);
        asks(60, "403 Forbidden");
        assertThat(only(100).state()).isEqualTo(RegistrationState.REGISTERED);
        assertThat(only(126).state()).isEqualTo(RegistrationState.REFUSED);
    }

    @Test
    void refusedSinceTheFirstNoWithWhatItWasAnswered() {
        asks(5, "403 Forbidden");
        asks(65, "403 Forbidden");
        LineStanding line = only(70);
        assertThat(line.state()).isEqualTo(RegistrationState.REFUSED);
        assertThat(line.since()).contains(at(5));
        assertThat(line.why()).isEqualTo("403 Forbidden");
    }

    @Test
    void endedWhenItRanOut() {
        binding(5, "2416", Change.ADDED);
        assertThat(only(200).state()).isEqualTo(RegistrationState.ENDED);
        assertThat(only(200).since()).contains(at(125));
    }

    @Test
    void numberThatIsNotOnRecordStandsBesideWhileItIsBound() {
        binding(5, "2417", Change.ADDED);
        assertThat(standings(60, "2416"))
                .extracting(LineStanding::number, LineStanding::byHand)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("2416", false),
                        org.assertj.core.groups.Tuple.tuple("2417", true));
        assertThat(standings(130, "2416")).hasSize(1);
    }

    @Test
    void twoLinesWithOneNumberAreOneStanding() {
        assertThat(standings(10, "2416", "2416")).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource({
        "401 Unauthorized, NEVER, challenged",
        "403 Forbidden, REFUSED, 403 Forbidden",
        "404 Not Found, REFUSED, 404 Not Found",
        "200 OK, NEVER, not answered",
    })
    void whatAStrayWasAnsweredIsItsOutcome(String answer, RegistrationState state, String words) {
        asks(5, answer);
        StrayOutcome outcome = StrayOutcome.NONE;
        for (Observation o : seen) {
            outcome = outcome.after(o);
        }
        assertThat(outcome.state()).isEqualTo(state);
        assertThat(outcome.words()).isEqualTo(words);
        assertThat(outcome.node()).isEqualTo("north");
    }

    @Test
    void straysRegistrationRunsOutAndAChallengeDoesNotEndIt() {
        binding(5, "2416", Change.ADDED);
        asks(60, "401 Unauthorized");
        StrayOutcome outcome = StrayOutcome.NONE;
        for (Observation o : seen) {
            outcome = outcome.after(o);
        }
        assertThat(outcome.at(at(100)).state()).isEqualTo(RegistrationState.REGISTERED);
        assertThat(outcome.at(at(125)).state()).isEqualTo(RegistrationState.ENDED);
    }

    private static Holder holder(RegistrationState state, String name, long device) {
        return new Holder(state, name, device, false, "", "", Optional.empty(), "");
    }

    @Test
    void extensionStandsAsTheBestOfItsHolders() {
        assertThat(ExtensionStatus.of(List.of()).state()).isEmpty();
        ExtensionStatus status = ExtensionStatus.of(List.of(
                holder(RegistrationState.NEVER, "Hall", 3),
                holder(RegistrationState.REFUSED, "Desk", 2),
                holder(RegistrationState.REGISTERED, "Handset/0.9", 0),
                holder(RegistrationState.REGISTERED, "Window", 1)));
        assertThat(status.state()).contains(RegistrationState.REGISTERED);
        assertThat(status.holders()).extracting(Holder::name).containsExactly("Window", "Handset/0.9", "Desk", "Hall");
    }
}
