package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.LineFacts;

/** <em>line-unbound</em>: a line that is wanted has no extension. */
final class LineUnbound implements Rule {

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
        return findings;
    }

    private static Finding unbound(DeviceFacts facts, int line, String sentence) {
        return Finding.certain(Cause.LINE_UNBOUND, sentence)
                .line(line)
                .brief("line " + line + " has no extension")
                .detail(
                        facts.byHand()
                                ? "It can’t register until one is bound; there is nothing to type into it before."
                                : "It can’t register until one is bound; nothing can be released to it before.")
                .since(facts.enrolledAt())
                .shownBy("the device’s record: line " + line + " is empty")
                .remedies(new Remedy(Remedy.Action.BIND_LINE, "Bind line " + line, line));
    }
}
