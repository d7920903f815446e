package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.catalogue.DeviceModel;

/** <em>too-many-lines</em>: more lines on record than its model registers. */
final class TooManyLines implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        int wanted = device.facts().lines().size();
        DeviceModel model = device.facts().model();
        return wanted <= model.lines() ? List.of() : List.of(told(device, wanted, model));
    }

    private static Finding told(CaseOf device, int wanted, DeviceModel model) {
        return Finding.certain(
                        Cause.TOO_MANY_LINES,
                        "It has " + wanted + " lines on record, and a " + model.fullName() + " registers "
                                + (model.lines() == 1 ? "one." : model.lines() + "."))
                .variant(model.fullName())
                .brief((wanted - model.lines()) + " more lines than it has")
                .detail("Those behind the last that it has are not registered, whatever is released to it.")
                .since(device.facts()
                        .released()
                        .map(r -> r.at())
                        .orElse(device.facts().enrolledAt()))
                .shownBy("lines on record: " + device.numbers())
                .remedies(new Remedy(Remedy.Action.BIND_LINE, "Take lines from it", 0));
    }
}
