package jordfell.core.formula;

import com.google.common.collect.ImmutableMap;
import com.google.common.collect.ImmutableSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The names that formulas may use: things with fields, such as {@code person.name}.
 *
 * @param things fields of each thing, in the order in which they are offered
 * @param whole fields that are whole numbers, written {@code model.keys}; all others are text
 */
public record Vocabulary(Map<String, List<String>> things, Set<String> whole) {

    public Vocabulary {
        things = ImmutableMap.copyOf(things);
        whole = ImmutableSet.copyOf(whole);
    }

    /** A vocabulary of texts alone. */
    public Vocabulary(Map<String, List<String>> things) {
        this(things, Set.of());
    }

    /** Every name that can be written, for completion: {@code person.name}. */
    public List<String> names() {
        return things.entrySet().stream()
                .flatMap(t -> t.getValue().stream().map(f -> t.getKey() + "." + f))
                .toList();
    }

    /** Whether a thing has a field that is no text, so that its fields' types are only known when it is worked out. */
    boolean isMixed(String thing) {
        return things.getOrDefault(thing, List.of()).stream().anyMatch(field -> whole.contains(thing + "." + field));
    }

    /** Values for all names: those given, and for every other field empty text or 0. */
    public Values values(Map<String, ? extends Map<String, String>> given) {
        Map<String, Object> complete = new HashMap<>();
        things.forEach((thing, fields) -> {
            Map<String, String> known = given.containsKey(thing) ? given.get(thing) : Map.of();
            Map<String, Object> values = new HashMap<>();
            fields.forEach(field -> {
                String text = known.getOrDefault(field, "");
                values.put(
                        field,
                        whole.contains(thing + "." + field)
                                ? (Object) (text.isEmpty() ? 0L : Long.parseLong(text))
                                : text);
            });
            complete.put(thing, values);
        });
        return new Values(complete);
    }

    /** What the names stand for, for one thing that formulas are worked out for. */
    public static final class Values {
        private final Map<String, Object> byThing;

        private Values(Map<String, Object> byThing) {
            this.byThing = byThing;
        }

        /** One field's value, which must be one that the vocabulary has. */
        Object field(String thing, String field) {
            return ((Map<?, ?>) byThing.get(thing)).get(field);
        }

        Map<String, Object> byThing() {
            return byThing;
        }
    }
}
