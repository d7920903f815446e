package jordfell.core.render;

import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;

/** The dialects of the families that come with the product, and what all file names have in common. */
public final class Dialects {

    private static final Map<String, Dialect> SHIPPED = ShippedFamilies.all().stream()
            .map(Dialect::of)
            .map(compiled -> {
                if (compiled instanceof Dialect.Compiled.Good good) {
                    return good.dialect();
                }
                throw new IllegalStateException("a shipped body is broken: " + compiled);
            })
            .collect(Collectors.toUnmodifiableMap(d -> d.family().id(), Function.identity()));

    private static final Pattern FILE_MAC = Pattern.compile("(?<![0-9a-zA-Z])[0-9a-fA-F]{12}(?![0-9a-zA-Z])");

    private Dialects() {}

    /** The dialect of a family that comes with the product. */
    public static Dialect of(String family) {
        return shipped(family).orElseThrow(() -> new IllegalArgumentException("no dialect for family " + family));
    }

    public static Optional<Dialect> shipped(String family) {
        return Optional.ofNullable(SHIPPED.get(family));
    }

    /** The address in a requested file name, whichever family's rule it follows. */
    public static Optional<MacAddress> macIn(String fileName) {
        Matcher matcher = FILE_MAC.matcher(fileName);
        return matcher.find() && MacReader.read(matcher.group()) instanceof MacReading.Valid valid
                ? Optional.of(valid.mac())
                : Optional.empty();
    }
}
