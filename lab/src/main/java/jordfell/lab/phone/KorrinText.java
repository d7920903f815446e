package jordfell.lab.phone;

/** How a Korrin reads a line of its file: comments, blanks and what is escaped. */
final class KorrinText {

    private KorrinText() {}

    /** Cuts the line at its first unescaped comment sign. */
    static String withoutComment(String line) {
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            if (c == '\\') {
                i++;
            } else if (c == '#' || c == ';') {
                return line.substring(0, i);
            }
        }
        return line;
    }

    /** Drops plain blanks at both ends and resolves escapes; an escaped blank stays. */
    static String unescape(String raw, int number) throws KorrinFile.Unreadable {
        StringBuilder out = new StringBuilder();
        int keep = 0;
        for (int i = 0; i < raw.length(); i++) {
            char c = raw.charAt(i);
            boolean escaped = c == '\\';
            if (escaped) {
                if (++i == raw.length()) {
                    throw new KorrinFile.Unreadable(number, "a backslash at the end");
                }
                c = switch (raw.charAt(i)) {
                    case 'n' -> '\n';
                    case 'r' -> '\r';
                    case 't' -> '\t';
                    default -> raw.charAt(i);
                };
            }
            boolean plainBlank = !escaped && Character.isWhitespace(c);
            if (plainBlank && out.length() == 0) {
                continue;
            }
            out.append(c);
            keep = plainBlank ? keep : out.length();
        }
        return out.substring(0, keep);
    }
}
