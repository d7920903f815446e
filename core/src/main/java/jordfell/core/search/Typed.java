package jordfell.core.search;

import java.util.Locale;
import java.util.regex.Pattern;

/** What somebody typed to find something, as it is looked for. */
public final class Typed {

    /** Numbers of an IPv4 address as they are written: none begins with a zero, which pairs of a MAC do. */
    private static final Pattern ADDRESS =
            Pattern.compile("(0|[1-9][0-9]{0,2})(\\.(0|[1-9][0-9]{0,2})){0,3}\\.?(:[0-9]*)?");

    private static final Pattern MAC = Pattern.compile("[0-9a-f:\\-. ]*[:\\-.][0-9a-f:\\-. ]*");
    private static final int MAC_DIGITS = 12;

    private Typed() {}

    /** In small letters; a piece of a MAC without its separators, of which there are many; an IP address as it is. */
    public static String fragment(String typed) {
        String text = typed.strip().toLowerCase(Locale.ROOT);
        String digits = text.replaceAll("[:\\-. ]", "");
        boolean isMac = MAC.matcher(text).matches()
                && !ADDRESS.matcher(text).matches()
                && digits.length() >= 2
                && digits.length() <= MAC_DIGITS;
        return isMac ? digits : text;
    }
}
