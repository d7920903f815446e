package jordfell.core.phonebook;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads a telephone number as people write it in lists: with blanks, brackets and strokes (ITU-T E.123), as a {@code tel:} URI
 * (RFC 3966 §3), with an extension behind it, or in letters that stand on the keys (ITU-T E.161). What was made of it that
 * is more than leaving out what parts digits is said; what has no one meaning is refused.
 */
public final class NumberReader {

    private static final int MOST_WRITTEN = 80;
    private static final int MOST_DIGITS = 24;

    private static final Pattern PARTING = Pattern.compile("[\\s()/.\\-–·\\u00A0]");
    private static final Pattern DIALLED = Pattern.compile("\\+?[0-9*#]+");
    private static final Pattern TRUNK = Pattern.compile("^(\\+[0-9][0-9\\s.\\-]*)\\(0\\)");

    /** What stands before an extension of whoever is called. */
    private static final Pattern BEHIND = Pattern.compile(
            "^(.*[0-9].*?)[\\s,;]*(?:ext(?:ension)?\\.?=?|x)\\s*([0-9]{1,8})$", Pattern.CASE_INSENSITIVE);

    private static final Pattern LETTERS = Pattern.compile("^([+0-9][0-9\\s()/.\\-]*[\\s\\-])([A-Z]{3,12})$");

    private static final Map<Character, Character> KEYS = keys("abc2def3ghi4jkl5mno6pqrs7tuv8wxyz9");

    /** A number, or why it is none. */
    public sealed interface Reading {}

    /**
     * It can be dialled.
     *
     * @param said what was made of it beyond leaving out what parts digits; empty for nothing
     */
    public record Read(String number, String said) implements Reading {}

    /** It can’t. */
    public record Refused(String reason, String hint) implements Reading {}

    private NumberReader() {}

    /** Reads one; an empty text is refused like any other that is no number. */
    public static Reading read(String written) {
        String text = written.strip();
        if (text.length() > MOST_WRITTEN) {
            return new Refused(
                    "It has " + text.length() + " characters.", "At most " + MOST_WRITTEN + " can be a number.");
        }
        String bare = text.regionMatches(true, 0, "tel:", 0, 4)
                ? text.substring(4).replaceFirst(";phone-context=.*", "")
                : text;
        Matcher behind = BEHIND.matcher(bare);
        if (behind.matches()) {
            return with(digits(behind.group(1)), behind.group(2));
        }
        Matcher letters = LETTERS.matcher(bare);
        if (letters.matches()) {
            String pressed = pressed(letters.group(2));
            return said(digits(letters.group(1) + pressed), letters.group(2) + " is " + pressed + " on the keys");
        }
        return digits(bare);
    }

    private static Reading digits(String text) {
        Matcher trunk = TRUNK.matcher(text);
        if (trunk.find()) {
            return said(
                    digits(trunk.replaceFirst("$1")), "without the (0), which is not dialled behind a country code");
        }
        String number = PARTING.matcher(text).replaceAll("");
        if (number.isEmpty()) {
            return new Refused("The number is missing.", "Digits, such as 2413 or +999 55 01 24 13.");
        }
        if (!DIALLED.matcher(number).matches()) {
            return new Refused("“" + text.strip() + "” can’t be dialled.", "Digits, such as 2413 or +999 55 01 24 13.");
        }
        int digits = number.startsWith("+") ? number.length() - 1 : number.length();
        return digits > MOST_DIGITS
                ? new Refused("It has " + digits + " digits.", "No number has more than " + MOST_DIGITS + ".")
                : new Read(number, "");
    }

    /** No phone dials on by itself from a phonebook: who answers is told the rest. */
    private static Reading with(Reading number, String extension) {
        return said(number, "without its extension " + extension + ", which is asked for when somebody answers");
    }

    private static Reading said(Reading reading, String what) {
        return reading instanceof Read read
                ? new Read(read.number(), read.said().isEmpty() ? what : read.said() + "; " + what)
                : reading;
    }

    private static String pressed(String letters) {
        StringBuilder out = new StringBuilder();
        letters.toLowerCase(Locale.ROOT).chars().forEach(c -> out.append(KEYS.get((char) c)));
        return out.toString();
    }

    private static Map<Character, Character> keys(String groups) {
        Map<Character, Character> keys = new HashMap<>();
        StringBuilder group = new StringBuilder();
        for (int i = 0; i < groups.length(); i++) {
            char c = groups.charAt(i);
            if (Character.isDigit(c)) {
                group.chars().forEach(letter -> keys.put((char) letter, c));
                group.setLength(0);
            } else {
                group.append(c);
            }
        }
        return Map.copyOf(keys);
    }
}
