package jordfell.core.identity;

import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;

/** Which of some words was probably meant by a mistyped one. */
public final class Resemblance {

    private Resemblance() {}

    /** The word that takes fewest single changes to reach; empty if all take more than a third of its letters. */
    public static Optional<String> nearest(String typed, Collection<String> words) {
        return words.stream()
                .min(Comparator.comparingInt((String word) -> distance(typed, word))
                        .thenComparing(word -> word))
                .filter(word -> distance(typed, word) <= Math.max(1, word.length() / 3));
    }

    /** Levenshtein's distance: fewest letters put in, left out or changed. */
    static int distance(String a, String b) {
        int[] before = new int[b.length() + 1];
        for (int j = 0; j <= b.length(); j++) {
            before[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int[] row = new int[b.length() + 1];
            row[0] = i;
            for (int j = 1; j <= b.length(); j++) {
                int changed = before[j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                row[j] = Math.min(changed, Math.min(before[j], row[j - 1]) + 1);
            }
            before = row;
        }
        return before[b.length()];
    }
}
