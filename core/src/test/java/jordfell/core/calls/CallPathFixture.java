package jordfell.core.calls;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.Ringer.State;

/** The numbers of a domain, of which {@code 0…} lead outside, and {@code 00…} may not be called. */
abstract class CallPathFixture {

    final Map<String, Callee> numbers = new HashMap<>();

    final CallPath.Ground ground = new CallPath.Ground() {
        @Override
        public Optional<Callee> callee(String number) {
            return Optional.ofNullable(numbers.get(number));
        }

        @Override
        public Optional<Boolean> leadsOutside(String diverting, String target) {
            return target.startsWith("0") ? Optional.of(!target.startsWith("00")) : Optional.empty();
        }
    };

    static Ringer phone(String label, State state) {
        return new Ringer(label.hashCode(), label, state, "");
    }

    void line(String number, Diversions diversions, Ringer... ringers) {
        numbers.put(number, new Callee.Line(number, "Desk " + number, List.of(ringers), diversions));
    }

    void line(String number, State state) {
        line(number, Diversions.NONE, phone("phone " + number, state));
    }

    void group(String number, boolean together, Optional<String> afterwards, String... members) {
        numbers.put(
                number,
                new Callee.Group(
                        number, "Group " + number, together, Duration.ofSeconds(20), List.of(members), afterwards));
    }

    static Diversions always(String target) {
        return new Diversions(
                Optional.of(target), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty());
    }

    static Diversions otherwise(String busy, String unanswered, String unreachable) {
        return new Diversions(
                Optional.empty(), text(busy), text(unanswered), Duration.ofSeconds(15), text(unreachable));
    }

    static Optional<String> text(String text) {
        return Optional.of(text).filter(t -> !t.isEmpty());
    }
}
