package jordfell.core.render;

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
                    default -> out.append(atEdge && Character.isWhitespace(c) ? "\\" + c : Character.toString(c));
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
    };

    /** The value as it is written. */
    public abstract String escape(String raw);

    private static String code(String form, char c) {
        return String.format(Locale.ROOT, form, (int) c);
    }
}
