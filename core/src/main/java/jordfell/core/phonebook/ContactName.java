package jordfell.core.phonebook;

import java.util.regex.Pattern;

/**
 * A name in the two parts by which phones sort.
 *
 * @param family all of the name where there is but one part: a place, a company, somebody with one name
 * @param given empty where there is none
 */
public record ContactName(String family, String given) {

    private static final Pattern BLANKS = Pattern.compile("\\s{2,}|[\\s&&[^ ]]");

    /** Which part stands first, and is sorted by first. */
    public enum Order {
        FAMILY,
        GIVEN
    }

    /**
     * Takes a name apart as people write it: {@code Sørvik, Ida} says itself what is what; else the last word is the family’s,
     * with the small ones before it, as in {@code Jan van der Meer}.
     */
    public static ContactName of(String written) {
        String name = BLANKS.matcher(written.strip()).replaceAll(" ");
        int comma = name.indexOf(',');
        if (comma >= 0) {
            return new ContactName(
                    name.substring(0, comma).strip(), name.substring(comma + 1).strip());
        }
        int family = name.lastIndexOf(' ') + 1;
        for (int before = wordBefore(name, family);
                before > 0 && isSmall(name.substring(before, family - 1));
                before = wordBefore(name, family)) {
            family = before;
        }
        return new ContactName(name.substring(family), name.substring(0, Math.max(0, family - 1)));
    }

    /** Where the word before another one begins. */
    private static int wordBefore(String name, int at) {
        return at < 2 ? 0 : name.lastIndexOf(' ', at - 2) + 1;
    }

    /** {@code Sørvik Ida} or {@code Ida Sørvik}. */
    public String in(Order order) {
        return order == Order.FAMILY ? joined(family, given) : joined(given, family);
    }

    private static String joined(String first, String then) {
        return first.isEmpty() ? then : then.isEmpty() ? first : first + " " + then;
    }

    private static boolean isSmall(String word) {
        return word.codePoints().allMatch(c -> Character.isLowerCase(c) || c == '\'' || c == '’');
    }
}
