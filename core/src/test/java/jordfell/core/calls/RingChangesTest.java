package jordfell.core.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.RingChanges.Change;
import org.junit.jupiter.api.Test;

/** 2413 and 2414 are there; 2415 is not, and its calls go to 2413; 2900 rings the first two. */
class RingChangesTest {

    private static final List<String> ALL = List.of("2413", "2414", "2415", "2900");

    private final Map<String, Callee> callees = new HashMap<>();

    private final CallPath.Ground ground = new CallPath.Ground() {
        @Override
        public Optional<Callee> callee(String number) {
            return Optional.ofNullable(callees.get(number));
        }

        @Override
        public Optional<Boolean> leadsOutside(String diverting, String target) {
            return Optional.empty();
        }
    };

    RingChangesTest() {
        put(line("2413", 1, Ringer.State.RINGS, Diversions.NONE));
        put(line("2414", 2, Ringer.State.RINGS, Diversions.NONE));
        put(line(
                "2415",
                3,
                Ringer.State.NOT_REGISTERED,
                new Diversions(
                        Optional.empty(), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.of("2413"))));
        put(group("2900", "2413", "2414"));
    }

    private void put(Callee callee) {
        callees.put(callee.number(), callee);
    }

    private static Callee.Line line(String number, long device, Ringer.State state, Diversions diversions) {
        return new Callee.Line(
                number, "Desk " + number, List.of(new Ringer(device, "Phone " + device, state, "")), diversions);
    }

    private static Callee.Group group(String number, String... members) {
        return new Callee.Group(number, "All", true, Duration.ofSeconds(20), List.of(members), Optional.empty());
    }

    private static Diversions to(Optional<String> always, Optional<String> busy) {
        return new Diversions(always, busy, Optional.empty(), Diversions.USUAL, Optional.empty());
    }

    private List<Change> changes(Callee after) {
        return RingChanges.between(ground, new ChangedGround(ground, after), ALL);
    }

    @Test
    void whoRingsElsewhereIsToldWithWhoeverRingsThroughThem() {
        List<Change> changes = changes(line("2413", 1, Ringer.State.RINGS, to(Optional.of("2414"), Optional.empty())));
        assertThat(changes).extracting(Change::number).containsExactly("2413", "2415");
        assertThat(changes.get(0).was()).isEqualTo("It rings Phone 1.");
        assertThat(changes.get(0).is()).isEqualTo("It rings Phone 2.");
        assertThat(changes.get(0).now()).isTrue();
    }

    @Test
    void whatOnlyMattersOnceSomebodyIsBusyIsNotNow() {
        assertThat(changes(line("2413", 1, Ringer.State.RINGS, to(Optional.empty(), Optional.of("2414")))))
                .extracting(Change::number, Change::now)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("2413", false),
                        org.assertj.core.groups.Tuple.tuple("2415", false));
    }

    @Test
    void whatStaysAsItIsChangesNothing() {
        assertThat(changes(callees.get("2413"))).isEmpty();
        assertThat(changes(group("2900", "2413", "2414"))).isEmpty();
    }

    @Test
    void anotherNumberLeavesTheOneBeforeToNobody() {
        List<Change> changes = RingChanges.between(
                ground, new ChangedGround(ground, group("2901", "2413"), "2900"), List.of("2900", "2901"));
        assertThat(changes)
                .extracting(Change::is)
                .containsExactly("It rings nothing: nobody has 2900.", "It rings Phone 1.");
    }
}
