package jordfell.core.diagnosis;

import java.util.Comparator;
import java.util.List;
import jordfell.core.path.Standing;

/** Asks every rule, and puts the findings in order: the surest first, then the one at the earlier stop. */
public final class Diagnosis {

    private static final List<Rule> RULES = List.of(
            new BoundRule(),
            new ReleaseRule(),
            new FetchRule(),
            new RegistrarRule(),
            new RefusalRule(),
            new LapseRule());

    private static final Comparator<Finding> RANK = Comparator.comparing(Finding::certainty)
            .thenComparing(f -> f.cause().stop())
            .thenComparing(Finding::line);

    private Diagnosis() {}

    /** All findings, the first explaining most; none for a device that is not in use. */
    public static List<Finding> of(CaseOf device) {
        if (device.facts().standing() != Standing.IN_USE) {
            return List.of();
        }
        return RULES.stream()
                .flatMap(rule -> rule.examine(device).stream())
                .sorted(RANK)
                .toList();
    }
}
