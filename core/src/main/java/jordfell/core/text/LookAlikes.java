package jordfell.core.text;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Characters that are taken for each other, and blanks that nobody sees or sees as others. */
public final class LookAlikes {

    private static final List<String> ALIKE = List.of(
            "0OoQD", "1lI|!i", "5S$s", "8B&", "2Zz", "6Gb", "9gq", "uv", "mn", "-_–", ".,", ":;", "'`´", "cC", "kK",
            "wW", "xX", "pP");

    /** No-break, thin, without width, before a text, ideographic. */
    private static final Map<String, String> BLANKS = Map.of(
            "\u00a0", "a no-break blank",
            "\u2009", "a thin blank",
            "\u200b", "a blank without width",
            "\ufeff", "a byte order mark",
            "\u3000", "a wide blank");

    private LookAlikes() {}

    /** Those that this one is taken for. */
    public static char[] of(char c) {
        StringBuilder others = new StringBuilder();
        ALIKE.stream()
                .filter(set -> set.indexOf(c) >= 0)
                .forEach(set -> others.append(set.replace(String.valueOf(c), "")));
        return others.toString().toCharArray();
    }

    /** Whether one is taken for the other. */
    public static boolean are(char one, char other) {
        return one != other && ALIKE.stream().anyMatch(set -> set.indexOf(one) >= 0 && set.indexOf(other) >= 0);
    }

    /** Blanks other than the usual one, with what each is called. */
    public static Map<String, String> blanks() {
        return BLANKS;
    }

    /** What a character that nobody sees is called; empty for one that is seen. */
    public static Optional<String> unseen(char c) {
        return switch (c) {
            case ' ' -> Optional.of("a blank");
            case '\t' -> Optional.of("a tab");
            case '\r', '\n' -> Optional.of("a line end");
            default -> Optional.ofNullable(BLANKS.get(String.valueOf(c)));
        };
    }
}
