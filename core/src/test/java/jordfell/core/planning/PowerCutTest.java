package jordfell.core.planning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PowerCutTest {

    @ParameterizedTest
    @CsvSource({
        // lines, expiry, refresh, spread, capacity | steady, back, recover, spread wanted, expiry wanted
        "1000, 3600, 80, 30, 0,   0.347, 33.3, 30.3, 0, 0",
        "1000, 3600, 80, 30, 40,  0.347, 33.3, 50.3, 50, 125",
        "1000, 3600, 80, 0, 40,   0.347, 1000, 50.3, 50, 125",
        "1000, 60, 80, 60, 40,    20.83, 16.7, 60.3, 50, 125"
    })
    void ratesAndTimesFollowFromTheSums(
            int lines,
            int expiry,
            int refresh,
            int spread,
            int capacity,
            double steady,
            double back,
            double recover,
            int spreadWanted,
            int expiryWanted) {
        PowerCut cut = PowerCut.of(lines, expiry, refresh, spread, capacity);
        assertThat(cut.steady()).isEqualTo(steady, within(0.01));
        assertThat(cut.steadyRequests()).isEqualTo(2 * steady, within(0.02));
        assertThat(cut.back()).isEqualTo(back, within(0.1));
        assertThat(cut.recoverSeconds()).isEqualTo(recover, within(0.01));
        assertThat(cut.spreadSeconds()).isEqualTo(spreadWanted);
        assertThat(cut.expirySeconds()).isEqualTo(expiryWanted);
    }

    @Test
    void theFirstThingToMendIsTheStart() {
        assertThat(PowerCut.of(1000, 3600, 80, 30, 40).cure(30, 3600)).startsWith("Spread the start over 50 s");
        assertThat(PowerCut.of(1000, 60, 80, 60, 40).cure(60, 60)).startsWith("Ask for 125 s");
        assertThat(PowerCut.of(1000, 3600, 80, 60, 40).cure(60, 3600)).isEmpty();
        assertThat(PowerCut.of(1000, 3600, 80, 0, 0).cure(0, 3600)).isEmpty();
    }
}
