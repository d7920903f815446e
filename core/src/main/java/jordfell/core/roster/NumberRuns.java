package jordfell.core.roster;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Numbers as people say them: one by one, and as runs where they follow each other. */
public final class NumberRuns {

    private NumberRuns() {}

    /** Such as {@code 2001–2004} and {@code 2010}, in order; a number that comes twice is said once. */
    public static List<String> of(Collection<Integer> numbers) {
        List<Integer> sorted = numbers.stream().sorted().distinct().toList();
        List<String> runs = new ArrayList<>();
        int i = 0;
        while (i < sorted.size()) {
            int j = i;
            while (j + 1 < sorted.size() && sorted.get(j + 1) == sorted.get(j) + 1) {
                j++;
            }
            runs.add(i == j ? "" + sorted.get(i) : sorted.get(i) + "–" + sorted.get(j));
            i = j + 1;
        }
        return runs;
    }
}
