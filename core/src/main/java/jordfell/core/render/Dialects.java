package jordfell.core.render;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.identity.MacAddress;

/** The dialects that can be rendered. */
public final class Dialects {

    private static final List<Dialect> ALL = List.of(
            new MustacheDialect("korrin", "text/plain;charset=UTF-8", "", ".korrin", Escaping.KEY_VALUE),
            new MustacheDialect("ombrel", "application/xml", "ombrel-", ".xml", Escaping.XML),
            new MustacheDialect("tessaro", "application/json", "t-", ".json", Escaping.JSON),
            new MustacheDialect("quillon", "application/json", "quillon-", ".json", Escaping.JSON));

    private static final Pattern FILE_MAC = Pattern.compile("(?<![0-9a-zA-Z])[0-9a-fA-F]{12}(?![0-9a-zA-Z])");

    private Dialects() {}

    public static Dialect of(String family) {
        return ALL.stream()
                .filter(d -> d.family().equals(family))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no dialect for family " + family));
    }

    /** The address in a requested file name, whichever family's rule it follows. */
    public static Optional<MacAddress> macIn(String fileName) {
        Matcher matcher = FILE_MAC.matcher(fileName);
        if (!matcher.find()) {
            return Optional.empty();
        }
        return jordfell.core.identity.MacReader.read(matcher.group())
                        instanceof jordfell.core.identity.MacReading.Valid valid
                ? Optional.of(valid.mac())
                : Optional.empty();
    }
}
