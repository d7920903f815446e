package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import jordfell.core.evidence.Observation.ConfigRequested;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** How a phone that has no file yet asks for one: often at first, and once at a time. */
class PhoneAsksTest {

    private final TinyWorld world = new TinyWorld();

    @BeforeEach
    void switchedOn() {
        world.phone().power(true);
    }

    @Test
    void whoGetsNoneAsksOftenForFiveMinutesAndThenTakesItsTime() {
        world.run(310);
        assertThat(pauses().get(0)).isEqualTo(2);
        assertThat(pauses().subList(1, pauses().size())).hasSizeGreaterThan(70).containsOnly(4L);
        int before = pauses().size();
        world.run(600);
        assertThat(pauses().subList(before, pauses().size()))
                .hasSizeGreaterThan(25)
                .containsOnly(20L);
    }

    @Test
    void afterADayItStillAsksOnceAtATime() {
        world.run((int) Duration.ofHours(24).toSeconds());
        int before = world.seen(ConfigRequested.class).toList().size();
        world.run(600);
        assertThat(world.seen(ConfigRequested.class).toList().size() - before).isBetween(29, 31);
    }

    @Test
    void onceItHasOneItAsksAsItsFileSays() {
        world.run(30);
        world.release();
        world.run(30);
        assertThat(world.isRegistered()).isTrue();
        int before = world.seen(ConfigRequested.class).toList().size();
        world.run(300);
        assertThat(world.seen(ConfigRequested.class).toList()).hasSizeLessThanOrEqualTo(before + 1);
    }

    @Test
    void whoWaitedLongTakesItsFileWithoutAnybodysHelp() {
        world.run(7_200);
        world.release();
        world.run(30);
        assertThat(world.isRegistered()).isTrue();
    }

    private List<Long> pauses() {
        List<Instant> asked =
                world.seen(ConfigRequested.class).map(ConfigRequested::at).toList();
        List<Long> pauses = new ArrayList<>();
        for (int i = 1; i < asked.size(); i++) {
            pauses.add(Duration.between(asked.get(i - 1), asked.get(i)).toSeconds());
        }
        return pauses;
    }
}
