package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import jordfell.core.diagnosis.Finding;
import jordfell.core.evidence.SipSeen;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlace;
import jordfell.core.keys.KeyPlan;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.phone.Lamp;
import jordfell.lab.phone.Lamp.Light;
import jordfell.lab.registrar.Accounts;
import org.junit.jupiter.api.Test;

/** The lamps of a phone: what they show, by what it asks its registrar and is told. */
class PhoneLampsTest {

    private final TinyWorld world = new TinyWorld();

    /** A phone whose keys watch these, one after another, a minute after it was switched on. */
    private void watching(String... numbers) {
        world.keys = IntStream.rangeClosed(1, numbers.length)
                .mapToObj(i ->
                        new KeyPlan.Placed(i, new KeyPlace(0, 1, i), KeyKind.BLF, numbers[i - 1], "Key " + i, "Pier"))
                .toList();
        world.release();
        world.phone().power(true);
        world.run(60);
    }

    private List<Light> keys() {
        return world.phone().lamps().stream()
                .filter(lamp -> lamp.caption().startsWith("Key"))
                .map(Lamp::light)
                .toList();
    }

    private List<Light> messages() {
        return world.phone().lamps().stream()
                .filter(lamp -> lamp.caption().isEmpty())
                .map(Lamp::light)
                .toList();
    }

    @Test
    void aKeyShowsThatSomebodyIsRungAndBusyAndFreeAgain() {
        watching("2417");
        assertThat(keys()).containsExactly(Light.OFF);
        assertThat(world.phone().handset().talk("2417", Duration.ofSeconds(20))).isTrue();
        world.timeline.run(Duration.ofMillis(400));
        assertThat(keys()).containsExactly(Light.BLINKING);
        world.run(5);
        assertThat(keys()).containsExactly(Light.ON);
        world.run(20);
        assertThat(keys()).containsExactly(Light.OFF);
    }

    @Test
    void aLampThatNobodysNumberIsOnStaysDarkAndIsToldAndLightsOnceSomebodyHasIt() {
        watching("2417", "2499");
        assertThat(keys()).containsExactly(Light.OFF, Light.DARK);
        assertThat(world.findings())
                .extracting(Finding::sentence)
                .containsExactly("Nobody has 2499, so the lamp of key 2 stays dark.");
        world.accounts.put("2499", new Accounts.Account("2499", "2499-a", "GoodPassword2499xyzC", 2));
        world.run(180);
        assertThat(keys()).containsExactly(Light.OFF, Light.OFF);
        assertThat(world.findings()).isEmpty();
    }

    @Test
    void lampsGoOnBeingToldForADay() {
        watching("2417");
        for (int hour = 0; hour < 24; hour++) {
            world.run(3_600);
            assertThat(keys()).as("hour %s", hour).containsExactly(Light.OFF);
            assertThat(world.findings()).isEmpty();
        }
    }

    @Test
    void lampsAreDarkWhileItIsNotRegisteredAndAreToldAgainAfterARestart() {
        watching("2417");
        world.phone().power(false);
        assertThat(world.phone().lamps()).isEmpty();
        world.phone().power(true);
        world.run(60);
        assertThat(keys()).containsExactly(Light.OFF);
    }

    @Test
    void theMessageLampOfEachLineIsItsOwn() {
        watching();
        assertThat(messages()).isEqualTo(Arrays.asList(Light.OFF, Light.OFF));
    }

    private String pressed(String caption, String number) {
        List<String> said = new ArrayList<>();
        world.phone().handset().press(caption, number, (worked, detail) -> said.add(detail));
        world.timeline.run(Duration.ofMillis(200));
        List<String> dialled = world.seen.stream()
                .filter(o -> o instanceof SipSeen s && s.toNode() && s.asks("INVITE"))
                .map(o -> ((SipSeen) o).number())
                .toList();
        return dialled.isEmpty() ? said.get(0) : dialled.get(dialled.size() - 1);
    }

    @Test
    void theKeyOfALampCallsWhoIsWatchedAndTakesTheCallThatRingsThere() {
        world.more = Map.of("keys.pick-up", "*7");
        watching("2417");
        assertThat(pressed("Key 1", "2417")).isEqualTo("2417");
        world.run(20);
        assertThat(world.phone().handset().talk("2417", Duration.ofSeconds(20))).isTrue();
        world.timeline.run(Duration.ofMillis(400));
        assertThat(keys()).containsExactly(Light.BLINKING);
        assertThat(pressed("Key 1", "2417")).isEqualTo("*72417");
    }

    @Test
    void aCallThatIsTakenByTheKeyCountsAsTaken() {
        world.more = Map.of("keys.pick-up", "*7");
        world.pickUps.put("2416", Set.of("2417"));
        watching("2417");
        world.phone().handset().talk("2417", Duration.ofSeconds(20));
        world.timeline.run(Duration.ofMillis(400));
        List<String> said = new ArrayList<>();
        world.phone().handset().press("Key 1", "2417", (worked, detail) -> said.add(worked + " " + detail));
        world.run(2);
        assertThat(said).containsExactly("true 380 Alternative Service: the call comes to this phone");
    }

    @Test
    void theKeyOfTheMessageLampHearsTheMessages() {
        world.more = Map.of(SettingsCatalogue.VOICEMAIL, "*86");
        watching();
        assertThat(pressed("", "2416")).isEqualTo("*86");
    }

    @Test
    void aKeyThatThereIsNotIsNotPressed() {
        watching("2417");
        assertThat(pressed("Key 2", "2417")).isEqualTo("the phone has no such key");
    }
}
