package jordfell.core.formula;

import com.google.common.collect.ImmutableMap;
import dev.cel.bundle.Cel;
import dev.cel.bundle.CelBuilder;
import dev.cel.bundle.CelFactory;
import dev.cel.common.types.MapType;
import dev.cel.common.types.SimpleType;
import dev.cel.common.values.CelByteString;
import dev.cel.extensions.CelExtensions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The names that formulas may use: things with fields, such as {@code person.name}. All fields are text.
 *
 * @param things fields of each thing
 */
public record Vocabulary(Map<String, List<String>> things) {

    public Vocabulary {
        things = ImmutableMap.copyOf(things);
    }

    /** Every name that can be written, for completion: {@code person.name}. */
    public List<String> names() {
        return things.entrySet().stream()
                .flatMap(t -> t.getValue().stream().map(f -> t.getKey() + "." + f))
                .toList();
    }

    Cel environment() {
        CelBuilder builder = CelFactory.plannerCelBuilder().addCompilerLibraries(CelExtensions.strings());
        builder.addRuntimeLibraries(CelExtensions.strings());
        things.keySet().forEach(thing -> builder.addVar(thing, MapType.create(SimpleType.STRING, SimpleType.STRING)));
        return builder.build();
    }

    /** The given values with empty text for every field that is not among them. */
    Map<String, Object> complete(Map<String, Map<String, String>> given) {
        Map<String, Object> complete = new LinkedHashMap<>();
        things.forEach((thing, fields) -> {
            Map<String, String> values = new LinkedHashMap<>();
            Map<String, String> known = given.getOrDefault(thing, Map.of());
            fields.forEach(field -> values.put(field, known.getOrDefault(field, "")));
            complete.put(thing, values);
        });
        return complete;
    }

    /** What a value is as text. */
    static String text(Object value) {
        return value instanceof CelByteString bytes ? bytes.toStringUtf8() : String.valueOf(value);
    }
}
