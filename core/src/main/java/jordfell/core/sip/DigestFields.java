package jordfell.core.sip;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The {@code name=value} list of a Digest header (RFC 7235 §2.1), quoted or not. */
final class DigestFields {

    /** Nothing of it is tried twice: a header of blanks alone would pin whoever reads it. */
    private static final Pattern FIELD = Pattern.compile(
            "\\G\\s*+,?+\\s*+([A-Za-z0-9_-]{1,32}+)\\s*+=\\s*+(?:\"((?:[^\"\\\\]|\\\\.)*+)\"|([^\\s,\"]++))");

    private DigestFields() {}

    /** The fields by lower-case name, or none if the scheme is not Digest. */
    static Map<String, String> read(String header) {
        Map<String, String> fields = new HashMap<>();
        if (!header.regionMatches(true, 0, "Digest ", 0, 7)) {
            return fields;
        }
        Matcher matcher = FIELD.matcher(header).region(7, header.length());
        while (matcher.find()) {
            String value = matcher.group(2) != null ? matcher.group(2).replaceAll("\\\\(.)", "$1") : matcher.group(3);
            fields.put(matcher.group(1).toLowerCase(Locale.ROOT), value);
        }
        return fields;
    }

    static String quote(String text) {
        return "\"" + text.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }
}
