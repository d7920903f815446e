package jordfell.core.identity;

import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;

/** Which of some words was probably meant by a mistyped one. */
public final class Resemblance {

    private static final int LONG_ENOUGH = 6;
    private static final int MOST_SLIPS = 2;

    private Resemblance() {}

    /** The word that takes fewest single changes to reach; empty if all take more than a third of its letters. */
    public static Optional<String> nearest(String typed, Collection<String> words) {
        return words.stream()
                .min(Comparator.comparingInt((String word) -> distance(typed, word))
                        .thenComparing(word -> word))
                .filter(word -> distance(typed, word) <= Math.max(1, word.length() / 3));
    }

    /** Whether a word is another one mistyped: one or two single changes of a longer one. */
    public static boolean isSlip(String typed, String meant) {
        return meant.length() >= LONG_ENOUGH
                && Math.abs(typed.length() - meant.length()) <= MOST_SLIPS
                && distance(typed, meant) <= MOST_SLIPS;
    }

    /** Fewest letters put in, left out, changed, or exchanged with the one beside them. */
    static int distance(String a, String b) {
        int[][] table = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            table[i][0] = i;
        }
        for (int j = 0; j <= b.length(); j++) {
            table[0][j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            for (int j = 1; j <= b.length(); j++) {
                int changed = table[i - 1][j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                table[i][j] = Math.min(changed, Math.min(table[i - 1][j], table[i][j - 1]) + 1);
                boolean exchanged =
                        i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
                if (exchanged) {
                    table[i][j] = Math.min(table[i][j], table[i - 2][j - 2] + 1);
                }
            }
        }
        return table[a.length()][b.length()];
    }
}
