package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.Diversions;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.phone.Lamp;
import jordfell.lab.phone.Lamp.Light;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Somebody hears messages on a phone: the PIN 4711 reaches the voicemail in the way that the phone’s file says. */
class PhonePressesTest {

    private final TinyWorld world = new TinyWorld();
    private final List<String> said = new ArrayList<>();

    private void begin(String dtmf) {
        world.more = Map.of(
                SettingsCatalogue.DTMF,
                dtmf,
                SettingsCatalogue.VOICEMAIL,
                "*86",
                SettingsCatalogue.DIGIT_MAP,
                "*xx|24xx");
        world.pins.put("2416", "4711");
        world.release();
        world.phone().power(true);
        world.run(60);
    }

    private void dial(String keys) {
        world.world.dial(TinyWorld.MAC, keys, (worked, detail) -> said.add(worked + " " + detail));
        world.run(20);
    }

    private Light messages() {
        return world.phone().lamps().stream()
                .filter(lamp -> lamp.caption().isEmpty() && lamp.number().equals("2416"))
                .map(Lamp::light)
                .findFirst()
                .orElseThrow();
    }

    private void leaveAMessage() {
        world.diversions.put(
                "2416",
                new Diversions(
                        Optional.of("*86"), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty()));
        world.world.follow(TinyWorld.DOMAIN, "2416", Duration.ofSeconds(5), call -> {});
        world.run(5);
        assertThat(messages()).isEqualTo(Light.ON);
    }

    @ParameterizedTest
    @CsvSource({"rtp-event, OFF", "info, OFF", "inband, ON"})
    void keysTravelAsTheFileSays(String dtmf, Light then) {
        begin(dtmf);
        leaveAMessage();
        dial("*86,4711");
        assertThat(said).containsExactly("true 200 OK");
        assertThat(messages()).isEqualTo(then);
    }

    @Test
    void aWrongPinHearsNothing() {
        begin("rtp-event");
        leaveAMessage();
        dial("*86,4712#");
        assertThat(messages()).isEqualTo(Light.ON);
    }
}
