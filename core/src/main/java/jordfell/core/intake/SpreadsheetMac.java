package jordfell.core.intake;

import java.util.Optional;
import java.util.regex.Pattern;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;

/**
 * Tells a MAC that a spreadsheet program took for a number. {@code 0000002E0011} is 2·10¹¹ to it, shown as
 * {@code 2.00E+11} and written out as {@code 200000000000}, which reads like another device's MAC; {@code 024700530012}
 * loses its leading zero.
 */
final class SpreadsheetMac {

    /** @param mac what it may have been; empty where its digits are lost */
    record Suspicion(String reason, String hint, Optional<String> mac) {}

    private static final Pattern POWER = Pattern.compile("[0-9]([.,][0-9]+)?[eE]\\+[0-9]{1,3}");
    private static final Pattern WRITTEN_OUT = Pattern.compile("[1-9][0-9]{0,4}0{7,}");
    private static final Pattern WITHOUT_ZEROS = Pattern.compile("[0-9]{9,11}");
    private static final int DIGITS = 12;

    private SpreadsheetMac() {}

    static Optional<Suspicion> suspect(String text) {
        if (POWER.matcher(text).matches()) {
            return Optional.of(new Suspicion(
                    "A spreadsheet program turned the MAC into the number " + text + "; its digits are lost.",
                    "Scan it, or set the column to text and type it there again.",
                    Optional.empty()));
        }
        if (text.length() == DIGITS && WRITTEN_OUT.matcher(text).matches()) {
            return Optional.of(new Suspicion(
                    text + " looks like a number that a spreadsheet program wrote out, not like a MAC.",
                    "Compare it with the label on the device.",
                    mac(text)));
        }
        if (WITHOUT_ZEROS.matcher(text).matches()) {
            String whole = "0".repeat(DIGITS - text.length()) + text;
            return Optional.of(new Suspicion(
                    text + " is " + (DIGITS - text.length() == 1 ? "one digit" : DIGITS - text.length() + " digits")
                            + " short of a MAC: a spreadsheet program takes zeros off at the front.",
                    "Compare it with the label on the device.",
                    mac(whole)));
        }
        return Optional.empty();
    }

    private static Optional<String> mac(String text) {
        return MacReader.read(text) instanceof MacReading.Valid valid
                ? Optional.of(valid.mac().toString())
                : Optional.empty();
    }
}
