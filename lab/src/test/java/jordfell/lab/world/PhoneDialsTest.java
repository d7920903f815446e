package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import jordfell.core.settings.SettingsCatalogue;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A phone on which somebody dials: what its digit map lets through, and when. */
class PhoneDialsTest {

    private final TinyWorld world = new TinyWorld();
    private final AtomicReference<String> said = new AtomicReference<>("");

    @BeforeEach
    void begin() {
        world.more = Map.of(
                SettingsCatalogue.DIGIT_MAP,
                "24xx|*x.T",
                SettingsCatalogue.DIAL_TIMER,
                "3",
                SettingsCatalogue.EMERGENCY,
                "112");
        world.release();
        world.phone().power(true);
        world.run(60);
    }

    private String dial(String keys, Duration wait) {
        said.set("");
        assertThat(world.world.dial(TinyWorld.MAC, keys, (worked, detail) -> said.set(worked + " " + detail)))
                .isTrue();
        world.timeline.run(wait);
        return said.get();
    }

    @Test
    void whatMatchesIsSentAtOnce() {
        assertThat(dial("2417", Duration.ofSeconds(2))).isEqualTo("true 200 OK");
    }

    @Test
    void whatMayGoOnIsSentAfterTheTimer() {
        assertThat(dial("*8378", Duration.ofSeconds(2))).isEmpty();
        world.timeline.run(Duration.ofSeconds(3));
        assertThat(said.get()).isEqualTo("true 200 OK");
    }

    @Test
    void whatTheMapDoesNotTakeIsNotSent() {
        assertThat(dial("7", Duration.ofSeconds(1))).isEqualTo("false the phone’s digit map takes no 7");
        assertThat(dial("24", Duration.ofSeconds(20))).isEqualTo("false the phone’s digit map takes no 24");
    }

    @Test
    void emergencyNumbersAreSentWhateverTheMapSays() {
        assertThat(dial("112", Duration.ofSeconds(2))).isEqualTo("false 404 Not Found");
    }
}
