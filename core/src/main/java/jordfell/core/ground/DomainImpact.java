package jordfell.core.ground;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import jordfell.core.roster.Domain;
import jordfell.core.roster.NumberMap;

/** Whom another word about a domain touches. */
public final class DomainImpact {

    private static final int NAMED = 5;

    private DomainImpact() {}

    /**
     * What follows from the change.
     *
     * @param numbers all extensions of the domain
     * @param devices how many devices have its settings
     */
    public static Impact of(Domain before, Domain after, List<String> numbers, int devices) {
        List<String> sentences = new ArrayList<>();
        boolean renamed = !before.name().equals(after.name());
        if (renamed) {
            sentences.add("Every phone gets another registrar: " + after.name() + ". Each has to be released again.");
        }
        List<String> falling = falling(before, after, numbers);
        if (!falling.isEmpty()) {
            boolean one = falling.size() == 1;
            sentences.add(falling.size() + (one ? " extension falls" : " extensions fall") + " outside the blocks and "
                    + (one ? "stays as it is." : "stay as they are."));
        }
        List<String> kept = numbers.stream()
                .filter(n ->
                        after.numberPlan().keepsBack(n) && !before.numberPlan().keepsBack(n))
                .toList();
        if (!kept.isEmpty()) {
            int more = kept.size() - NAMED;
            sentences.add(String.join(", ", kept.stream().limit(NAMED).toList())
                    + (more > 0 ? " and " + more + " more are" : kept.size() == 1 ? " is" : " are")
                    + " taken already, though now reserved.");
        }
        if (!before.realm().equals(after.realm())) {
            sentences.add("The realm changes: stored digests of other systems don’t fit any more.");
        }
        boolean told = renamed || before.expiry().usual() != after.expiry().usual();
        return new Impact(told ? devices : 0, sentences, falling);
    }

    /** Extensions that lie in a block now and would not. */
    private static List<String> falling(Domain before, Domain after, List<String> numbers) {
        Set<String> outsideNow = new HashSet<>(NumberMap.outside(numbers, before.blocks()));
        return NumberMap.outside(numbers, after.blocks()).stream()
                .filter(n -> !outsideNow.contains(n))
                .toList();
    }
}
