package jordfell.core.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.calls.RingTrial.Rang;
import org.junit.jupiter.api.Test;

/** Ticket window 1 is to ring at once, the café after twenty seconds, and what is no device with it. */
class RingTrialTest {

    private static final Ringing FORETOLD = new Ringing(
            List.of(rung(1, "2413", "Ticket window 1", 0), rung(2, "2406", "Café till", 20), rung(0, "2406", "", 20)),
            List.of(),
            Optional.empty(),
            new CallStop("2406", "", CallStop.Kind.LINE, List.of(), List.of(), Optional.empty()));

    private static Ringing.Rung rung(long device, String number, String label, int from) {
        return new Ringing.Rung(
                number,
                new Ringer(device, device == 0 ? "A phone that is no device" : label, Ringer.State.RINGS, ""),
                Duration.ofSeconds(from),
                Optional.empty());
    }

    private static Rang rang(long device, String number, String label, int after) {
        return new Rang(device, number, label, Duration.ofSeconds(after));
    }

    private static List<String> differences(int took, Rang... rang) {
        return RingTrial.differences(FORETOLD, List.of(rang), Duration.ofSeconds(took));
    }

    @Test
    void asForetoldWithinTwoSeconds() {
        assertThat(differences(
                        40,
                        rang(1, "2413", "Ticket window 1", 1),
                        rang(2, "2406", "Café till", 22),
                        rang(0, "2406", "A phone", 20)))
                .isEmpty();
    }

    @Test
    void whatTheCallDidNotReachIsNotMissed() {
        assertThat(differences(8, rang(1, "2413", "Ticket window 1", 0))).isEmpty();
    }

    @Test
    void whatDidNotRingAndWhatRangBesideIsTold() {
        assertThat(differences(40, rang(1, "2413", "Ticket window 1", 0), rang(9, "2407", "Gate office", 20)))
                .containsExactly(
                        "Café till was to ring after 20 s, and did not.",
                        "A phone that is no device was to ring after 20 s, and did not.",
                        "Gate office rang after 20 s, which was not foretold.");
    }

    @Test
    void whatRangTooEarlyIsBoth() {
        assertThat(differences(10, rang(1, "2413", "Ticket window 1", 0), rang(2, "2406", "Café till", 3)))
                .containsExactly("Café till rang after 3 s, which was not foretold.");
    }
}
