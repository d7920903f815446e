package jordfell.core.diagnosis;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import jordfell.core.path.Condition;
import jordfell.core.path.Standing;
import jordfell.core.path.StopReport;

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
        List<Finding> findings = RULES.stream()
                .flatMap(rule -> rule.examine(device).stream())
                .sorted(RANK)
                .toList();
        return findings.isEmpty() && device.path().condition() == Condition.HELD
                ? List.of(unexplained(device, device.path().stop(device.path().at())))
                : findings;
    }

    /** Nobody is held in silence: what was seen is told, and that no rule knows why. */
    private static Finding unexplained(CaseOf device, StopReport at) {
        String stop = at.stop().name().charAt(0) + at.stop().name().substring(1).toLowerCase(Locale.ROOT);
        return new Finding(
                Cause.UNEXPLAINED,
                stop,
                Certainty.POSSIBLE,
                0,
                "not explained yet: " + at.evidence(),
                "It is held at " + stop + ", and why is not known yet.",
                "Seen last: " + at.evidence() + ".",
                at.since().orElse(device.now()),
                0,
                List.of(at.evidence()),
                List.of(Remedy.advice("Look at what was seen below, and compare it with one like it that works.")));
    }
}
