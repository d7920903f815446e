package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.evidence.SipSeen;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.sip.SipMessage;
import org.junit.jupiter.api.Test;

/** A phone that sends calls on as its configuration says, and a registrar that follows. */
class PhoneSendsTest {

    private final TinyWorld world = new TinyWorld();

    private void begin(Map<String, String> settings) {
        world.more = settings;
        world.release();
        world.phone().power(true);
        world.run(60);
        assertThat(world.world.contacts(TinyWorld.DOMAIN, "2416")).isNotEmpty();
    }

    /** The numbers at which a call to this one rings, in their order. */
    private List<String> rung(String number) {
        int before = world.seen.size();
        AtomicReference<String> done = new AtomicReference<>("");
        world.world.follow(TinyWorld.DOMAIN, number, Duration.ofSeconds(50), call -> done.set(call.words()));
        world.run(60);
        assertThat(done.get()).isNotEmpty();
        return world.seen.subList(before, world.seen.size()).stream()
                .filter(o -> o instanceof SipSeen.Request request && !request.toNode() && request.asks("INVITE"))
                .map(o -> ((SipSeen.Request) o).message())
                .map(SipMessage::requestUri)
                .map(uri -> uri.replaceFirst("sip:([0-9]+)@.*", "$1"))
                .distinct()
                .toList();
    }

    @Test
    void phoneSendsEveryCallOn() {
        begin(Map.of(SettingsCatalogue.FORWARD_ALWAYS, "2417"));
        assertThat(rung("2416")).as("line 2 sends it on as well, to itself").containsExactly("2416", "2417");
    }

    @Test
    void phoneThatNobodyTakesOffSendsOnAfterItsTime() {
        begin(Map.of(SettingsCatalogue.FORWARD_UNANSWERED, "2417", SettingsCatalogue.UNANSWERED_AFTER, "5"));
        assertThat(rung("2416")).as("somebody takes it off").containsExactly("2416");
        world.phone().handset().staffed(false);
        assertThat(rung("2416")).containsExactly("2416", "2417");
    }

    @Test
    void registrarSendsItOnBeforeThePhoneIsRung() {
        begin(Map.of(SettingsCatalogue.FORWARD_ALWAYS, "2416"));
        world.diversions.put(
                "2416",
                new Diversions(
                        Optional.of("2417"), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty()));
        assertThat(rung("2416")).containsExactly("2417");
        assertThat(world.callee(TinyWorld.DOMAIN, "2416").orElseThrow()).isInstanceOf(Callee.Line.class);
    }
}
