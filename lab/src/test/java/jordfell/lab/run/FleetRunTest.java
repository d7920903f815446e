package jordfell.lab.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FleetRunTest {

    private static FleetPlan plan(int phones, int spread, int capacity, long seed) {
        return new FleetPlan(phones, 600, 80, 30, spread, 2, capacity, seed);
    }

    private static FleetRun run(FleetPlan plan, Duration time) {
        FleetRun run = new FleetRun(plan);
        run.powerAll();
        run.run(time);
        return run;
    }

    @Test
    void allOfThemRegisterAndRefreshInTime() {
        FleetRun run = run(plan(50, 0, 0, 1), Duration.ofMinutes(30));
        assertThat(run.registered()).isEqualTo(50);
        List<FleetRun.Second> all = run.since(Instant.EPOCH);
        int accepted = all.stream().mapToInt(FleetRun.Second::accepted).sum();
        // Each registers once, and again every eight of thirty minutes.
        assertThat(accepted).isEqualTo(50 * 4);
        assertThat(all.get(all.size() - 1).registered()).isEqualTo(50);
    }

    @Test
    void theSameSeedHasTheSameHappenAndAnotherOneDoesNot() {
        List<FleetRun.Second> one =
                run(plan(40, 60, 0, 7), Duration.ofMinutes(3)).since(Instant.EPOCH);
        assertThat(run(plan(40, 60, 0, 7), Duration.ofMinutes(3)).since(Instant.EPOCH))
                .isEqualTo(one);
        assertThat(run(plan(40, 60, 0, 8), Duration.ofMinutes(3)).since(Instant.EPOCH))
                .isNotEqualTo(one);
    }

    @Test
    void afterAPowerCutPhonesThatSpreadComeBackOneAfterTheOther() {
        FleetRun run = run(plan(60, 60, 0, 1), Duration.ofMinutes(5));
        run.cutAll();
        run.run(Duration.ofMinutes(15));
        assertThat(run.registered()).as("all ran out").isZero();
        Instant again = run.now();
        run.powerAll();
        run.run(Duration.ofMinutes(3));
        assertThat(run.registered()).isEqualTo(60);
        int most = run.since(again).stream()
                .mapToInt(FleetRun.Second::accepted)
                .max()
                .orElseThrow();
        assertThat(most).as("of 60 in 60 s").isLessThan(10);
    }

    @Test
    void nodesThatTakeFewNeedLonger() {
        FleetRun fast = run(plan(60, 0, 0, 1), Duration.ofSeconds(10));
        FleetRun slow = run(plan(60, 0, 5, 1), Duration.ofSeconds(10));
        assertThat(fast.registered()).isEqualTo(60);
        assertThat(slow.registered()).isLessThan(60);
        slow.run(Duration.ofMinutes(5));
        assertThat(slow.registered()).isEqualTo(60);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            0      | 600  | 80 | 30 | 0 | 1 | 0 | phones: It goes from 1 to 100000.
            100001 | 600  | 80 | 30 | 0 | 1 | 0 | phones: It goes from 1 to 100000.
            10     | 59   | 80 | 30 | 0 | 1 | 0 | expirySeconds: It goes from 60 to 86400.
            10     | 600  | 91 | 30 | 0 | 1 | 0 | refreshPercent: It goes from 50 to 90.
            10     | 600  | 80 | 1  | 0 | 1 | 0 | retrySeconds: It goes from 2 to 3600.
            10     | 600  | 80 | 30 | -1 | 1 | 0 | spreadSeconds: It goes from 0 to 3600.
            10     | 600  | 80 | 30 | 0 | 9 | 0 | nodes: It goes from 1 to 8.
            10     | 600  | 80 | 30 | 0 | 1 | -1 | capacity: It goes from 0 to 100000.
            """)
    void aPlanThatCantBeRunSaysWhy(
            int phones, int expiry, int refresh, int retry, int spread, int nodes, int capacity, String why) {
        assertThat(new FleetPlan(phones, expiry, refresh, retry, spread, nodes, capacity, 1).refuse())
                .contains(why);
    }
}
