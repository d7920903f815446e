package jordfell.core.text;

import java.util.Locale;
import java.util.Optional;

/**
 * Refuses characters that nobody sees and that change what is seen or where a line ends: controls (Unicode category Cc),
 * marks that turn the direction of writing (UAX #9), line separators of Unicode's own, noncharacters (§23.7) and halves of
 * pairs. They would stand in names that people compare, and in files that phones read.
 */
public final class PlainText {

    private PlainText() {}

    /** Why a text of one line can't be taken: which character, where; empty if it can. */
    public static Optional<String> refuseLine(String text) {
        return refuse(text, false);
    }

    /** The same for a text of several lines, which may hold line ends and tabs. */
    public static Optional<String> refuseLines(String text) {
        return refuse(text, true);
    }

    private static Optional<String> refuse(String text, boolean lines) {
        int place = 1;
        for (int i = 0; i < text.length(); place++) {
            int c = text.codePointAt(i);
            boolean isLineEnd =
                    c == '\n' || c == '\t' || c == '\r' && i + 1 < text.length() && text.charAt(i + 1) == '\n';
            if (!(lines && isLineEnd)) {
                String what = what(c);
                if (!what.isEmpty()) {
                    return Optional.of(String.format(
                            Locale.ROOT, "Its character %d is %s (U+%04X), which nobody sees.", place, what, c));
                }
            }
            i += Character.charCount(c);
        }
        return Optional.empty();
    }

    private static String what(int c) {
        if (c == '\n' || c == '\r' || c == 0x2028 || c == 0x2029) {
            return "a line end";
        }
        if (c == '\t') {
            return "a tab";
        }
        if (Character.getType(c) == Character.CONTROL) {
            return "a control";
        }
        if (c == 0x061c || c == 0x200e || c == 0x200f || c >= 0x202a && c <= 0x202e || c >= 0x2066 && c <= 0x2069) {
            return "a mark that turns the direction of writing";
        }
        if (c >= 0xfdd0 && c <= 0xfdef || (c & 0xfffe) == 0xfffe) {
            return "no character";
        }
        return c >= 0xd800 && c <= 0xdfff ? "half of a character" : "";
    }
}
