package jordfell.core.render;

import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** How a dialect makes a value survive its grammar unchanged. */
public enum Escaping {
    /**
     * Lines of {@code key = value}: a value runs to the end of its line, {@code #} and {@code ;} begin a comment
     * anywhere, blanks at either end are dropped, and a backslash makes the next character plain; {@code \n}, {@code \r}
     * and {@code \t} are a line feed, carriage return and tab.
     */
    KEY_VALUE {
        @Override
        public String escape(String raw) {
            StringBuilder out = new StringBuilder();
            for (int i = 0; i < raw.length(); i++) {
                char c = raw.charAt(i);
                boolean atEdge = i == 0 || i == raw.length() - 1;
                switch (c) {
                    case '\n' -> out.append("\\n");
                    case '\r' -> out.append("\\r");
                    case '\t' -> out.append("\\t");
                    case '\\', '#', ';' -> out.append('\\').append(c);
                    default -> (atEdge && Character.isWhitespace(c) ? out.append('\\') : out).append(c);
                }
            }
            return out.toString();
        }
    },
    /** Text between quotes in JSON (RFC 8259 §7). */
    JSON {
        @Override
        public String escape(String raw) {
            StringBuilder out = new StringBuilder();
            for (int i = 0; i < raw.length(); i++) {
                char c = raw.charAt(i);
                switch (c) {
                    case '"', '\\' -> out.append('\\').append(c);
                    default -> out.append(c < 0x20 ? code("\\u%04x", c) : Character.toString(c));
                }
            }
            return out.toString();
        }
    },
    /** Attribute values and text in XML 1.0 (§2.4, §3.3.3); characters that XML can't hold are left out. */
    XML {
        @Override
        public String escape(String raw) {
            StringBuilder out = new StringBuilder();
            for (int i = 0; i < raw.length(); i++) {
                char c = raw.charAt(i);
                switch (c) {
                    case '&' -> out.append("&amp;");
                    case '<' -> out.append("&lt;");
                    case '>' -> out.append("&gt;");
                    case '"' -> out.append("&quot;");
                    case '\'' -> out.append("&#39;");
                    case '\t', '\n', '\r' -> out.append(code("&#%d;", c));
                    default -> out.append(c < 0x20 || c == 0xFFFE || c == 0xFFFF ? "" : Character.toString(c));
                }
            }
            return out.toString();
        }
    },
    /** Everything but letters, digits and {@code - . _ ~} as percent and two hexadecimal digits of its UTF-8 (RFC 3986 §2.1). */
    PERCENT {
        @Override
        public String escape(String raw) {
            StringBuilder out = new StringBuilder();
            for (byte b : raw.getBytes(StandardCharsets.UTF_8)) {
                char c = (char) (b & 0xff);
                boolean plain = c < 0x80 && (Character.isLetterOrDigit(c) || "-._~".indexOf(c) >= 0);
                out.append(plain ? Character.toString(c) : code("%%%02x", c));
            }
            return out.toString();
        }
    };

    /** The value as it is written. */
    public abstract String escape(String raw);

    /** Which characters would be misread if they were not escaped. */
    public String dangers() {
        return switch (this) {
            case KEY_VALUE -> "# or ;";
            case JSON -> "a quote or backslash";
            case XML -> "& or <";
            case PERCENT -> "a blank or %";
        };
    }

    /** Whether what follows this beginning of a line is a remark that the phone does not read. */
    boolean isRemark(String lineBefore) {
        return switch (this) {
            case KEY_VALUE -> lineBefore.matches(".*(?<!\\\\)[#;].*");
            case XML -> lineBefore.contains("<!--") && !lineBefore.contains("-->");
            case JSON -> lineBefore.contains("//") && !lineBefore.contains("://");
            case PERCENT -> lineBefore.stripLeading().startsWith("#");
        };
    }

    private static String code(String form, char c) {
        return String.format(Locale.ROOT, form, (int) c);
    }
}
