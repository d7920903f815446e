package jordfell.core.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Certainty;
import jordfell.core.diagnosis.Finding;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.history.Aftermath.State;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.Condition;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of something that was done, by how the device stands afterwards. */
class AftermathTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final FindingLife.Key WATCHED = life(Cause.WRONG_PASSWORD).key();

    private static FindingLife life(Cause cause) {
        return new FindingLife(
                new Finding(
                        cause,
                        "",
                        Certainty.CERTAIN,
                        "",
                        1,
                        "",
                        "It is so: " + cause,
                        "",
                        T,
                        1,
                        List.of("x"),
                        List.of()),
                T);
    }

    /** Its stops, as far as letters say: p for passed; the rest was not seen. */
    private static List<StopState> stops(String stands) {
        String letters = stands.contains(" ") ? stands.split(" ")[1] : "";
        return Stream.of(Stop.values())
                .map(stop -> stop.place() < letters.length() ? StopState.PASSED : StopState.NOT_SEEN)
                .toList();
    }

    @ParameterizedTest
    @CsvSource({
        "HELD, WRONG_PASSWORD, -1, 60, WAITING, Nothing came from it yet.",
        "HELD, WRONG_PASSWORD, 30, 60, WAITING, 'It was heard of since; not over yet.'",
        "HELD, WRONG_PASSWORD, 30, 181, STILL, 'It was heard of since, and it is still so: It is so: WRONG_PASSWORD'",
        "HELD, WRONG_PASSWORD, -1, 240, QUIET, 'Nothing came from it for 3 minutes: somebody has to look at its power and cable.'",
        "CARRYING, WRONG_PASSWORD, -1, 240, QUIET, Nothing came from it since; it is registered.",
        "HELD, CONTACTS_FULL, 30, 60, OTHER, 'That is over. Now: It is so: CONTACTS_FULL'",
        "'UNDER_WAY ppppppp', , 30, 60, PASSED, It passed.",
        "'UNDER_WAY pppp', , 30, 60, WAITING, 'That is over; it is on its way.'",
        "UNDER_WAY, , 30, 60, WAITING, 'That is over; it is on its way.'",
        "UNDER_WAY, , 30, 181, STILL, 'That is over, and it is not registered yet.'",
        "CARRYING, , 30, 60, PASSED, It passed.",
        "CARRYING, LAMP_DARK, 30, 60, PASSED, It passed.",
        "PROVEN, , 30, 6000, PASSED, It passed.",
    })
    void itIsSaidHowItStands(String stands, Cause open, long sign, long now, State state, String words) {
        Milestones reached = sign < 0
                ? Milestones.NONE
                : Milestones.of(List.of(
                        new ConfigRequested(T.plusSeconds(sign), "f", 200, "r", "Korrin K24/2.4.1", "192.0.2.1")));
        Point present = new Point(
                T.plusSeconds(now),
                reached,
                stops(stands),
                Condition.valueOf(stands.split(" ")[0]),
                Set.of(),
                open == null ? List.of() : List.of(life(open)),
                Optional.empty());
        assertThat(Aftermath.of(WATCHED, T, present, T.plusSeconds(now))).isEqualTo(new Aftermath(state, words));
        assertThat(state.isOver()).isEqualTo(state == State.PASSED);
    }

    @ParameterizedTest
    @CsvSource({
        "CARRYING, LAMP_DARK, LAMP_DARK",
        "'UNDER_WAY ppppppp', LAMP_DARK, LAMP_DARK",
        "UNDER_WAY, LAMP_DARK, ",
        "SILENT, LAMP_DARK, ",
        "SILENT, WRONG_PASSWORD, WRONG_PASSWORD",
        "UNDER_WAY, WRONG_PASSWORD, WRONG_PASSWORD",
    })
    void whatIsWrongBesideDialToneListsNobodyWhoHasNone(String stands, Cause open, Cause listed) {
        Point present = new Point(
                T,
                Milestones.NONE,
                stops(stands),
                Condition.valueOf(stands.split(" ")[0]),
                Set.of(),
                List.of(life(open)),
                Optional.empty());
        assertThat(present.foremost().map(Finding::cause)).isEqualTo(Optional.ofNullable(listed));
    }
}
