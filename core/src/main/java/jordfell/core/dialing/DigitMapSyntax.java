package jordfell.core.dialing;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How digit maps are written (RFC 3435 §2.1.5): alternatives divided by {@code |}, each a row of digits, {@code *},
 * {@code #}, {@code A}–{@code D}, {@code x} for any digit, ranges such as {@code [2-4]} and the timer {@code T}; a dot after
 * one means any number of it. Brackets around the whole may be left out.
 */
public final class DigitMapSyntax {

    private static final Pattern ELEMENT = Pattern.compile("([0-9*#A-DxT]|\\[([0-9*#A-D](-[0-9])?)+])\\.?");

    private DigitMapSyntax() {}

    /** Where and why the text is no digit map; empty when it is one. */
    public static Optional<String> refuse(String text) {
        boolean bracketed = text.startsWith("(");
        if (bracketed && !text.endsWith(")")) {
            return Optional.of("The bracket “(” at its beginning is not closed at its end.");
        }
        int end = bracketed ? text.length() - 1 : text.length();
        int begin = bracketed ? 1 : 0;
        Matcher element = ELEMENT.matcher(text).region(begin, end);
        int at = begin;
        boolean open = true;
        int elements = 0;
        while (at < end) {
            if (text.charAt(at) == '|') {
                if (open) {
                    return Optional.of("At character " + (at + 1) + ": nothing stands before “|”.");
                }
                open = true;
                elements = 0;
                at++;
            } else if (element.region(at, end).lookingAt()) {
                boolean endsHere = element.end() == end || text.charAt(element.end()) == '|';
                if (text.charAt(at) == 'T' && !endsHere) {
                    return Optional.of("At character " + (at + 1) + ": T waits for the end, so nothing can follow it.");
                }
                if (++elements > DigitPattern.MOST_ELEMENTS) {
                    return Optional.of("At character " + (at + 1) + ": no number has more than "
                            + DigitPattern.MOST_ELEMENTS + " digits.");
                }
                open = false;
                at = element.end();
            } else {
                return Optional.of("At character " + (at + 1) + ": “" + text.charAt(at)
                        + "” does not belong here; digits, x, [2-4], a dot, T and | do.");
            }
        }
        return open
                ? Optional.of("Nothing stands after the last “|”; write digits, or take it away.")
                : Optional.empty();
    }
}
