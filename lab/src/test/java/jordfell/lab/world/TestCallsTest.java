package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import jordfell.core.calls.Diversions;
import jordfell.core.diagnosis.Cause;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;
import jordfell.core.settings.SettingsCatalogue;
import org.junit.jupiter.api.Test;

/** Test calls of a phone in both directions: what they prove, and why they did not come through. */
class TestCallsTest {

    private final TinyWorld world = new TinyWorld();

    private void begin() {
        world.release();
        world.phone().power(true);
        world.run(200);
    }

    private void call() {
        AtomicBoolean isDone = new AtomicBoolean();
        world.world.testCall(TinyWorld.MAC, TinyWorld.DOMAIN, "2416", () -> isDone.set(true));
        world.run(30);
        assertThat(isDone).isTrue();
    }

    private StopState proven() {
        return world.path().stop(Stop.PROVEN).state();
    }

    private static Diversions always(String target) {
        return new Diversions(
                Optional.of(target), Optional.empty(), Optional.empty(), Duration.ofSeconds(20), Optional.empty());
    }

    @Test
    void callsOutAndInProveAPhone() {
        begin();
        call();
        assertThat(world.seen)
                .filteredOn(TestCalled.class::isInstance)
                .extracting(o -> ((TestCalled) o).worked() + " " + ((TestCalled) o).detail())
                .containsExactly("true 200 OK", "true 200 OK");
        assertThat(proven()).isEqualTo(StopState.PASSED);
        assertThat(world.findings()).isEmpty();
    }

    @Test
    void aDigitMapThatKeepsTheTestNumberIsTold() {
        world.more = Map.of(SettingsCatalogue.DIGIT_MAP, "24xx");
        begin();
        call();
        assertThat(proven()).isEqualTo(StopState.HELD);
        assertThat(world.findings()).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NO_OUTBOUND_PATH);
            assertThat(f.sentence()).endsWith("the phone’s digit map takes no *8378.");
        });
    }

    /** An answer is no proof where somebody else gave it. */
    @Test
    void aCallThatIsSentOnDoesNotProveThePhone() {
        begin();
        world.diversions.put("2416", always("*8378"));
        call();
        assertThat(proven()).isEqualTo(StopState.HELD);
        assertThat(world.findings()).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NO_INBOUND_PATH);
            assertThat(f.sentence())
                    .isEqualTo("The test call to 2416 did not ring it: a service or a number outside answered.");
        });
        world.diversions.clear();
        call();
        assertThat(proven()).isEqualTo(StopState.PASSED);
        assertThat(world.findings()).isEmpty();
    }
}
