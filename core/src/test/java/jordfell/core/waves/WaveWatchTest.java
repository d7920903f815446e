package jordfell.core.waves;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.Condition;
import jordfell.core.waves.WaveWatch.Member;
import jordfell.core.waves.WaveWatch.Starts;
import jordfell.core.waves.WaveWatch.Verdict;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WaveWatchTest {

    private static final Instant NOW = Instant.parse("2026-06-01T08:00:00Z");
    private static final Duration MINUTE = Duration.ofMinutes(1);

    private static Member member(Condition before, Condition now, boolean fetched) {
        return new Member(1, "Window", before, now, fetched, now == Condition.HELD ? "name not found" : "");
    }

    private static List<Member> members(int well, int hurt, int open) {
        List<Member> all = new ArrayList<>();
        for (int i = 0; i < well; i++) {
            all.add(member(Condition.CARRYING, Condition.CARRYING, true));
        }
        for (int i = 0; i < hurt; i++) {
            all.add(new Member(i, "Window " + i, Condition.PROVEN, Condition.HELD, true, "name not found"));
        }
        for (int i = 0; i < open; i++) {
            all.add(member(Condition.CARRYING, Condition.CARRYING, false));
        }
        return all;
    }

    @ParameterizedTest
    @CsvSource({
        "CARRYING, HELD, true, true",
        "PROVEN, SILENT, true, true",
        "PROVEN, CARRYING, true, false",
        "UNDER_WAY, HELD, true, true",
        "HELD, HELD, true, false",
        "SILENT, HELD, true, false",
        "CARRYING, UNDER_WAY, true, false",
        "CARRYING, HELD, false, false"
    })
    void deviceIsWorseOnlyIfItWasBetterAndTookTheFile(Condition before, Condition now, boolean fetched, boolean worse) {
        assertThat(member(before, now, fetched).isWorse()).isEqualTo(worse);
    }

    @Test
    void waveGoesOnWhileDevicesAreStillToCome() {
        assertThat(WaveWatch.judge(members(3, 0, 2), 10, MINUTE)).isEqualTo(new Verdict.GoesOn(3, 0, 2));
    }

    @Test
    void waveHasCarriedWhenAllDevicesHave() {
        assertThat(WaveWatch.judge(members(9, 1, 0), 10, MINUTE)).isEqualTo(new Verdict.Carried(9, 1));
    }

    @Test
    void waveIsNotJudgedWellBeforeItsDevicesHadTimeToFail() {
        assertThat(WaveWatch.judge(members(3, 0, 0), 10, Duration.ofSeconds(5))).isInstanceOf(Verdict.GoesOn.class);
    }

    @Test
    void oldWaveCountsAsCarriedByThoseWhoCame() {
        assertThat(WaveWatch.judge(members(3, 0, 2), 10, Duration.ofHours(13))).isEqualTo(new Verdict.Carried(3, 0));
    }

    @Test
    void exactlyTheShareIsNotMoreThanTheShare() {
        assertThat(WaveWatch.judge(members(9, 1, 0), 10, MINUTE)).isInstanceOf(Verdict.Carried.class);
        assertThat(WaveWatch.judge(members(8, 2, 0), 10, MINUTE)).isInstanceOf(Verdict.Stops.class);
    }

    @Test
    void stopSaysHowManyWhoAndWhatTheyShare() {
        assertThat(WaveWatch.judge(members(1, 5, 4), 20, Duration.ZERO))
                .isEqualTo(new Verdict.Stops(
                        5,
                        "5 of 10 got worse, all “name not found”: Window 0, Window 1, Window 2 and 2 more. "
                                + "More than 20 % stops the wave."));
        assertThat(WaveWatch.judge(members(0, 1, 0), 0, Duration.ZERO))
                .isEqualTo(new Verdict.Stops(
                        1, "1 of 1 got worse: Window 0 (name not found). More than 0 % stops the wave."));
    }

    @Test
    void wavesBeginByHandAtATimeOrWhenTheOneBeforeCarried() {
        assertThat(WaveWatch.begins(Starts.BY_HAND, Optional.empty(), true, false, NOW))
                .isFalse();
        assertThat(WaveWatch.begins(Starts.AT, Optional.of(NOW.plusSeconds(1)), true, false, NOW))
                .isFalse();
        assertThat(WaveWatch.begins(Starts.AT, Optional.of(NOW), false, false, NOW))
                .isTrue();
        assertThat(WaveWatch.begins(Starts.WHEN_CARRIED, Optional.empty(), false, false, NOW))
                .isFalse();
        assertThat(WaveWatch.begins(Starts.WHEN_CARRIED, Optional.empty(), true, false, NOW))
                .isTrue();
        assertThat(WaveWatch.begins(Starts.WHEN_CARRIED, Optional.empty(), true, true, NOW))
                .isFalse();
    }
}
