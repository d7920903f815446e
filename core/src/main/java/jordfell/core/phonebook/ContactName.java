package jordfell.core.phonebook;

import java.util.Arrays;
import java.util.List;

/**
 * A name in the two parts by which phones sort.
 *
 * @param family all of the name where there is but one part: a place, a company, somebody with one name
 * @param given empty where there is none
 */
public record ContactName(String family, String given) {

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
        String name = written.strip().replaceAll("\\s+", " ");
        int comma = name.indexOf(',');
        if (comma >= 0) {
            return new ContactName(
                    name.substring(0, comma).strip(), name.substring(comma + 1).strip());
        }
        List<String> words = Arrays.asList(name.split(" "));
        int family = words.size() - 1;
        while (family > 1 && isSmall(words.get(family - 1))) {
            family--;
        }
        return new ContactName(
                String.join(" ", words.subList(family, words.size())), String.join(" ", words.subList(0, family)));
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
