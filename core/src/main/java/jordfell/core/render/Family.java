package jordfell.core.render;

import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import jordfell.core.identity.MacAddress;

/**
 * Models that read the same configuration dialect.
 *
 * @param id stable key, as models name it
 * @param name what people call it
 * @param contentType what its files are served as (RFC 9110 §8.3)
 * @param before what stands before the MAC in a file's name
 * @param after what stands after it
 * @param body a Mustache body; {@link BodyNames} lists what it may name
 * @param phonebook the body of its phonebooks, another Mustache; empty for models that read none
 * @param letters which letters of names its phones can show
 */
public record Family(
        String id,
        String name,
        String contentType,
        String before,
        String after,
        Escaping escaping,
        String body,
        String phonebook,
        Letters letters) {

    /** What files may be served as: nothing that a browser takes for a page or a script. */
    private static final Set<String> CONTENT_TYPES = Set.of(
            "text/plain", "text/csv", "text/xml", "application/xml", "application/json", "application/octet-stream");

    private static final Pattern CHARSET = Pattern.compile("charset=[a-z0-9-]+");

    /** Whether files may be served as this; a charset may follow. */
    public static boolean mayBeServedAs(String contentType) {
        if (CONTENT_TYPES.contains(contentType)) {
            return true;
        }
        String[] parts = contentType.toLowerCase(Locale.ROOT).split(";", 2);
        return CONTENT_TYPES.contains(parts[0].strip())
                && (parts.length == 1 || CHARSET.matcher(parts[1].strip()).matches());
    }

    /** What its files are served as, whatever was kept of it. */
    public String servedAs() {
        return mayBeServedAs(contentType) ? contentType : "application/octet-stream";
    }

    /** The name under which a device asks for its file: the MAC as twelve hexadecimal digits in lower case. */
    public String fileName(MacAddress mac) {
        return before + mac.compact() + after;
    }
}
