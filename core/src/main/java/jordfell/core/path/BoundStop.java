package jordfell.core.path;

import java.util.ArrayList;
import java.util.List;

/** <em>Bound</em>: every line has an extension, and the settings can be used. */
final class BoundStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        DeviceFacts facts = j.facts();
        List<String> missing = new ArrayList<>();
        if (facts.lines().isEmpty()) {
            missing.add("no line has an extension");
        }
        facts.lines().stream()
                .filter(line -> line.extension().isEmpty())
                .map(line -> "line " + line.position() + " has no extension")
                .forEach(missing::add);
        missing.addAll(facts.problems());
        return missing.isEmpty()
                ? StopReport.passed(Stop.BOUND, facts.enrolledAt(), j.numbers())
                : StopReport.held(Stop.BOUND, facts.enrolledAt(), String.join("; ", missing));
    }
}
