package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.Stop;

/** <em>line-unbound</em> and <em>setting-missing</em>: the records themselves are not complete. */
final class BoundRule implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        DeviceFacts facts = device.facts();
        List<Finding> findings = new ArrayList<>();
        if (facts.lines().isEmpty()) {
            findings.add(unbound(facts, 1, "No line of this device has an extension."));
        }
        facts.lines().stream()
                .filter(line -> line.extension().isEmpty())
                .map(LineFacts::position)
                .map(position -> unbound(facts, position, "Line " + position + " has no extension."))
                .forEach(findings::add);
        facts.problems().stream().map(problem -> missing(facts, problem)).forEach(findings::add);
        return findings;
    }

    private static Finding unbound(DeviceFacts facts, int line, String sentence) {
        return new Finding(
                Cause.LINE_UNBOUND,
                "",
                Certainty.CERTAIN,
                line,
                "line " + line + " has no extension",
                sentence,
                "It can’t register until one is bound; nothing can be released to it before.",
                facts.enrolledAt(),
                0,
                List.of("the device’s record: line " + line + " is empty"),
                List.of(new Remedy(Remedy.Action.BIND_LINE, "Bind line " + line, line)));
    }

    private static Finding missing(DeviceFacts facts, String problem) {
        return new Finding(
                Cause.SETTING_MISSING,
                problem,
                Certainty.CERTAIN,
                0,
                "setting to mend",
                problem,
                "Its configuration can’t be made until that is mended.",
                facts.enrolledAt(),
                0,
                List.of(Stop.BOUND + ": " + problem),
                List.of(new Remedy(Remedy.Action.OPEN_SETTINGS, "Open its settings", 0)));
    }
}
