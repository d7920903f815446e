package jordfell.core.roster;

import java.util.Optional;

/** Decides what is an outside number in E.164: a plus and at most fifteen digits (ITU-T E.164 §6). */
public final class OutsideNumber {

    private static final int FEWEST = 5;
    private static final int MOST = 15;

    private OutsideNumber() {}

    /** The number without blanks and brackets: {@code +99955012416}. */
    public static String normalise(String text) {
        String bare = text.replaceAll("[\\s()\\-./\u00A0]", "");
        return bare.startsWith("00") ? "+" + bare.substring(2) : bare;
    }

    /** Why this is no outside number: what is wrong and what would be right. Empty when it is one. */
    public static Optional<String> refuse(String text) {
        String number = normalise(text);
        if (number.isEmpty()) {
            return Optional.of("The number is missing; write it with + and the country code.");
        }
        if (!number.startsWith("+")) {
            return Optional.of("“" + text.strip() + "” has no country code; write it as +999 55 01 24 16.");
        }
        if (!number.substring(1).matches("[0-9]*")) {
            return Optional.of("“" + text.strip() + "” holds more than digits; write it as +999 55 01 24 16.");
        }
        int digits = number.length() - 1;
        return digits < FEWEST || digits > MOST
                ? Optional.of("It has " + digits + " digits; " + FEWEST + " to " + MOST + " are right.")
                : Optional.empty();
    }

    /** The extension that this number's last digits name. */
    public static String lastDigits(String number, int digits) {
        String bare = normalise(number);
        return bare.substring(Math.max(0, bare.length() - digits));
    }

    /** Country code and then pairs, as people read it out: {@code +999 55 01 24 16}. */
    public static String show(String number) {
        String rest = number.length() > 4 ? number.substring(4) : "";
        int first = rest.length() % 2 == 0 ? 2 : 3;
        StringBuilder out = new StringBuilder(number.substring(0, Math.min(4, number.length())));
        for (int i = 0; i < rest.length(); i++) {
            if (i == 0 || i >= first && (i - first) % 2 == 0) {
                out.append(' ');
            }
            out.append(rest.charAt(i));
        }
        return out.toString();
    }
}
