package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import jordfell.core.calls.Diversions;
import jordfell.core.evidence.FollowedCall;
import jordfell.core.evidence.FollowedCall.Rung;
import jordfell.core.evidence.SipSeen;
import org.junit.jupiter.api.Test;

/** A call that is made to see what rings: who was rung, when, and how it ended. */
class FollowedCallTest {

    private final TinyWorld world = new TinyWorld();
    private final AtomicReference<FollowedCall> told =
            new AtomicReference<>(new FollowedCall(List.of(), false, "", Duration.ZERO));

    private FollowedCall call(String number, Duration patience, int seconds) {
        world.world.follow(TinyWorld.DOMAIN, number, patience, told::set);
        world.run(seconds);
        return told.get();
    }

    private void begin(boolean isStaffed) {
        world.release();
        world.phone().power(true);
        world.phone().handset().staffed(isStaffed);
        world.run(60);
    }

    @Test
    void aPhoneThatTakesTheCallIsNamedWithItsDevice() {
        begin(true);
        FollowedCall call = call("2416", Duration.ofSeconds(20), 10);
        assertThat(call.isOver()).isTrue();
        assertThat(call.isAnswered()).isTrue();
        assertThat(call.rung()).singleElement().satisfies(rung -> {
            assertThat(rung.number()).isEqualTo("2416");
            assertThat(rung.device()).hasValue(TinyWorld.MAC);
            assertThat(rung.rings()).isTrue();
            assertThat(rung.answer()).isEqualTo(200);
        });
    }

    @Test
    void whatTheCallIsSentOnToIsToldWithItsTime() {
        begin(false);
        world.diversions.put(
                "2416",
                new Diversions(
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of("2417"),
                        Duration.ofSeconds(10),
                        Optional.empty()));
        FollowedCall call = call("2416", Duration.ofSeconds(30), 40);
        assertThat(call.rung()).extracting(Rung::number).containsExactly("2416", "2417");
        assertThat(call.rung().get(1).after()).isBetween(Duration.ofSeconds(9), Duration.ofSeconds(11));
        assertThat(call.isAnswered()).isFalse();
        assertThat(call.words()).isEqualTo("no answer");
        assertThat(call.took()).isBetween(Duration.ofSeconds(29), Duration.ofSeconds(31));
    }

    @Test
    void whoeverGivesUpStopsTheRinging() {
        begin(false);
        FollowedCall call = call("2416", Duration.ofSeconds(5), 10);
        assertThat(call.words()).isEqualTo("no answer");
        assertThat(world.seen)
                .as("the phone is told that it may stop")
                .anyMatch(o -> o instanceof SipSeen.Request request && !request.toNode() && request.asks("CANCEL"));
        assertThat(call.rung()).extracting(Rung::rings).containsExactly(true);
    }

    @Test
    void numberThatNobodyHasEndsWithTheAnswer() {
        begin(true);
        FollowedCall call = call("2499", Duration.ofSeconds(5), 10);
        assertThat(call.rung()).isEmpty();
        assertThat(call.words()).startsWith("404");
    }

    @Test
    void phoneThatSendsEveryCallOnIsRungAndRefuses() {
        world.more = Map.of("calls.forward-always", "2417");
        begin(true);
        FollowedCall call = call("2416", Duration.ofSeconds(20), 30);
        assertThat(call.rung().get(0).answer()).isEqualTo(302);
        assertThat(call.rung().get(0).rings()).isFalse();
    }
}
