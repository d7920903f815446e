package jordfell.core.dialing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Proposes a digit map for the phones of a domain: every number that can be dialled there is sent, with its last digit where
 * nothing can follow, and after the timer where something can.
 */
public final class DigitMapProposal {

    /** No phone takes a longer one, and more alternatives than these are no help to anybody. */
    static final int LONGEST = 2_000;

    private static final int MOST = 400;

    private DigitMapProposal() {}

    /**
     * The map; empty if it would be longer than a phone takes.
     *
     * @param groups numbers of the domain that may lie in none of its blocks
     */
    public static Optional<String> of(DialPlan plan, Collection<String> groups) {
        Set<String> whole = new LinkedHashSet<>(plan.emergency());
        List<DialList.Rule> rules = Stream.concat(Stream.of(plan.own()), plan.lists().values().stream())
                .flatMap(list -> list.entries().stream())
                .filter(DialList.Rule.class::isInstance)
                .map(DialList.Rule.class::cast)
                .filter(rule -> !(rule.target() instanceof DialTarget.Refused))
                .toList();
        rules.forEach(rule -> whole.add(rule.pattern().toString()));
        groups.stream()
                .filter(number ->
                        rules.stream().noneMatch(rule -> rule.pattern().matches(number)))
                .forEach(whole::add);
        if (whole.isEmpty() || whole.size() > MOST) {
            return Optional.empty();
        }
        List<DigitPattern> patterns = whole.stream().map(DigitPattern::of).toList();
        List<String> written = new ArrayList<>();
        for (DigitPattern pattern : patterns) {
            boolean waits = !plan.emergency().contains(pattern.toString())
                    && (pattern.isOpen() || patterns.stream().anyMatch(p -> p.goesOnAfter(pattern)));
            boolean hasTimer = pattern.toString().endsWith("T");
            written.add(pattern + (waits && !hasTimer ? "T" : ""));
        }
        String map = String.join("|", written);
        return map.length() > LONGEST ? Optional.empty() : Optional.of(map);
    }
}
