package jordfell.lab.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.history.Transition;
import jordfell.core.path.Condition;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Phones on a network that loses what it carries, and with a registrar that is away for a while. */
@Execution(ExecutionMode.CONCURRENT)
class TroubledWorldTest {

    private static final Duration LOOK = Duration.ofMinutes(1);

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void oneLostDatagramInTwentyHoldsHardlyAnybodyAndIsNeverToldFalsely(long seed) {
        TrialWorld world = new TrialWorld(seed, 900, "192.0.2.11");
        for (int minute = 0; minute < 5; minute++) {
            world.look(LOOK, (phone, stepped) -> {});
        }
        world.lab.lose(0.05);
        AtomicInteger looks = new AtomicInteger();
        AtomicInteger held = new AtomicInteger();
        Map<String, Integer> told = new TreeMap<>();
        for (int minute = 0; minute < 8 * 60; minute++) {
            world.look(LOOK, (phone, stepped) -> {
                looks.incrementAndGet();
                held.addAndGet(phone.history.present().condition() == Condition.HELD ? 1 : 0);
                stepped.transitions().forEach(t -> {
                    if (t instanceof Transition.FindingOpened opened) {
                        told.merge(opened.life().finding().sentence(), 1, Integer::sum);
                    }
                });
            });
        }
        assertThat(held.get() * 200)
                .as("half hundredths of %s looks; told: %s", looks, told)
                .isLessThanOrEqualTo(looks.get());
        // Nothing is wrong with passwords, names, settings or nodes: all of that would be false.
        assertThat(told).isEmpty();
    }

    @Test
    void firstNodeMayDieAndComeBackAndNobodyIsHeld() {
        TrialWorld world = new TrialWorld(6, 900, "192.0.2.11", "192.0.2.12");
        AtomicInteger carrying = new AtomicInteger();
        for (int i = 0; i < 6 * 60; i++) {
            int minute = i;
            if (minute == 60) {
                world.lab.plug("192.0.2.11", false);
            } else if (minute == 240) {
                world.lab.plug("192.0.2.11", true);
            }
            world.look(LOOK, (phone, stepped) -> {
                assertThat(phone.history.present().condition())
                        .as(
                                "%s at minute %s: %s",
                                phone.number, minute, phone.history.present().lives())
                        .isNotEqualTo(Condition.HELD);
                carrying.addAndGet(minute > 300 && phone.history.present().condition() == Condition.CARRYING ? 1 : 0);
            });
        }
        assertThat(carrying.get()).isEqualTo(TrialWorld.PHONES * 59);
    }

    /** Phones that have power and network, in a trouble that is none of theirs. */
    @ParameterizedTest
    @CsvSource({"60, nodes", "3600, nodes", "60, names", "3600, names"})
    void nobodyIsSentToTheCableOfAPhoneThatIsThere(int checkEvery, String dead) {
        TrialWorld world = new TrialWorld(7, checkEvery, "192.0.2.11", "192.0.2.12");
        Map<String, Integer> told = new TreeMap<>();
        for (int minute = 0; minute < 2 * 60; minute++) {
            if (minute == 60 && dead.equals("nodes")) {
                world.lab.plug("192.0.2.11", false);
                world.lab.plug("192.0.2.12", false);
            } else if (minute == 60) {
                world.lab.plug("192.0.2.53", false);
                world.phones
                        .keySet()
                        .forEach(mac -> world.lab.phone(mac).orElseThrow().restart());
            }
            world.look(
                    LOOK,
                    (phone, stepped) -> stepped.transitions().forEach(t -> {
                        if (t instanceof Transition.FindingOpened opened) {
                            told.merge(opened.life().finding().sentence(), 1, Integer::sum);
                        }
                    }));
        }
        assertThat(told).containsExactly(Map.entry("It is alive, and registers no more.", TrialWorld.PHONES));
    }
}
