package jordfell.core.identity;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds the one MAC address in what was scanned, pasted or typed, in any written form. */
public final class MacReader {

    /** Longer text is not a label any more, and is refused unread. */
    public static final int LONGEST = 512;

    private static final String EDGE_BEFORE = "(?<![0-9A-Za-z])";
    private static final String EDGE_AFTER = "(?![0-9A-Za-z])";
    private static final Pattern WRITTEN = Pattern.compile(EDGE_BEFORE
            + "(?:[0-9A-Fa-f]{2}([:\\- ])(?:[0-9A-Fa-f]{2}\\1){4}[0-9A-Fa-f]{2}"
            + "|[0-9A-Fa-f]{4}([.\\-:])[0-9A-Fa-f]{4}\\2[0-9A-Fa-f]{4}"
            + "|[0-9A-Fa-f]{6}([\\-:])[0-9A-Fa-f]{6}"
            + "|[0-9A-Fa-f]{12})" + EDGE_AFTER);
    private static final String FORMS = "Twelve digits 0–9 and A–F, such as 02-4B-7A-00-53-1C or 024b7a00531c.";

    private MacReader() {}

    /** Reads the address; text around it, as on a label, is passed over. */
    public static MacReading read(String text) {
        if (text.length() > LONGEST) {
            return new MacReading.Refused("This is " + text.length() + " characters long.", FORMS);
        }
        if (isTwelveDigits(text)) { // as in each file's name
            return judge(HexFormat.fromHexDigitsToLong(text));
        }
        List<Long> found = new ArrayList<>();
        Matcher matcher = WRITTEN.matcher(text);
        while (matcher.find()) {
            long bits = Long.parseLong(matcher.group().replaceAll("[^0-9A-Fa-f]", ""), 16);
            if (!found.contains(bits)) {
                found.add(bits);
            }
        }
        return switch (found.size()) {
            case 0 -> refuse(text.strip());
            case 1 -> judge(found.get(0));
            default ->
                new MacReading.Refused(
                        "There are " + found.size() + " different MAC addresses in this text.",
                        "Give one address in each row.");
        };
    }

    private static boolean isTwelveDigits(String text) {
        return text.length() == 12 && text.chars().allMatch(HexFormat::isHexDigit);
    }

    private static MacReading judge(long bits) {
        if (bits == 0) {
            return new MacReading.Refused(
                    "All digits are zero: no device has this address.", "Read it again from the label.");
        }
        if (bits == 0xFFFF_FFFF_FFFFL) {
            return new MacReading.Refused(
                    "This is the broadcast address: no device has it.", "Read it again from the label.");
        }
        if (MacAddress.isGroup(bits)) {
            String first = String.format(Locale.ROOT, "%02X", bits >> 40);
            return new MacReading.Refused(
                    "This is a multicast address: its first pair, " + first + ", is odd.",
                    "A device's own address has an even first pair; check it on the label.");
        }
        MacAddress mac = new MacAddress(bits);
        return new MacReading.Valid(mac, mac.isLocallyAdministered());
    }

    /** Says what stands between this text and an address: a look-alike letter, a digit too few or too many. */
    private static MacReading refuse(String text) {
        if (text.isEmpty()) {
            return new MacReading.Refused("The MAC address is missing.", FORMS);
        }
        String core = text.replaceAll("[:\\-. ]", "");
        for (int i = 0; i < core.length(); i++) {
            char c = core.charAt(i);
            if (Character.digit(c, 16) < 0 || c > 'f') {
                return new MacReading.Refused(nameStranger(c, i, core), FORMS);
            }
        }
        int missing = 12 - core.length();
        if (missing > 0) {
            return new MacReading.Refused(
                    "It has " + core.length() + " digits; " + missing + (missing == 1 ? " is" : " are") + " missing.",
                    FORMS);
        }
        if (missing < 0) {
            return new MacReading.Refused("It has " + core.length() + " digits; " + -missing + " too many.", FORMS);
        }
        return new MacReading.Refused("The separators are in the wrong places.", FORMS);
    }

    private static String nameStranger(char c, int index, String core) {
        boolean nearlyRight = core.length() == 12;
        return switch (Character.toUpperCase(c)) {
            case 'O' -> place(index, nearlyRight) + " is the letter O; the digit zero is meant?";
            case 'I', 'L' -> place(index, nearlyRight) + " is the letter " + c + "; the digit one is meant?";
            case 'S' -> place(index, nearlyRight) + " is the letter S; the digit five is meant?";
            default -> "“" + c + "” is not a digit of a MAC address.";
        };
    }

    private static String place(int index, boolean nearlyRight) {
        return nearlyRight ? "Character " + (index + 1) + " of 12" : "A character";
    }
}
