package jordfell.core.sip;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The {@code name=value} list of a Digest header (RFC 7235 §2.1), quoted or not. It is read once, from left to right. */
final class DigestFields {

    private static final int LONGEST_NAME = 32;

    private final String header;
    private final Map<String, String> fields = new HashMap<>();
    private int at;

    private DigestFields(String header, int at) {
        this.header = header;
        this.at = at;
    }

    /** The fields by lower-case name, as far as it can be read; none if the scheme is not Digest. */
    static Map<String, String> read(String header) {
        DigestFields reading = new DigestFields(header, 7);
        if (header.regionMatches(true, 0, "Digest ", 0, 7)) {
            boolean more = true;
            while (more) {
                more = reading.readField();
            }
        }
        return reading.fields;
    }

    static String quote(String text) {
        return "\"" + text.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }

    private boolean readField() {
        skipBlanks();
        if (is(',')) {
            at++;
            skipBlanks();
        }
        int name = at;
        while (at < header.length() && at - name < LONGEST_NAME && isOfAName(header.charAt(at))) {
            at++;
        }
        int end = at;
        skipBlanks();
        if (end == name || !is('=')) {
            return false;
        }
        at++;
        skipBlanks();
        String value = is('"') ? quoted() : token();
        if (value == null) {
            return false;
        }
        fields.put(header.substring(name, end).toLowerCase(Locale.ROOT), value);
        return true;
    }

    /** What stands between quotes, its escapes resolved (RFC 7230 §3.2.6); null when they are not closed. */
    private @Nullable String quoted() {
        StringBuilder value = new StringBuilder();
        for (int i = at + 1; i < header.length(); i++) {
            char c = header.charAt(i);
            if (c == '"') {
                at = i + 1;
                return value.toString();
            }
            if (c == '\\') {
                if (++i == header.length() || isLineEnd(header.charAt(i))) {
                    return null;
                }
                c = header.charAt(i);
            }
            value.append(c);
        }
        return null;
    }

    private @Nullable String token() {
        int from = at;
        while (at < header.length() && !isBlank(header.charAt(at)) && !is(',') && !is('"')) {
            at++;
        }
        return at == from ? null : header.substring(from, at);
    }

    private void skipBlanks() {
        while (at < header.length() && isBlank(header.charAt(at))) {
            at++;
        }
    }

    private boolean is(char wanted) {
        return at < header.length() && header.charAt(at) == wanted;
    }

    private static boolean isOfAName(char c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c == '_' || c == '-';
    }

    private static boolean isBlank(char c) {
        return c == ' ' || c >= '\t' && c <= '\r';
    }

    /** No header has one within it; what is read may. */
    private static boolean isLineEnd(char c) {
        return c == '\n' || c == '\r' || c == '\u0085' || c == '\u2028' || c == '\u2029';
    }
}
