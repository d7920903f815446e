package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.Stop;

/** <em>setting-missing</em>: a setting that its configuration needs is missing or can't be used. */
final class SettingMissing implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.facts().problems().stream()
                .map(problem -> Finding.certain(Cause.SETTING_MISSING, problem)
                        .variant(problem)
                        .brief("setting to mend")
                        .detail("Its configuration can’t be made until that is mended.")
                        .since(device.facts().enrolledAt())
                        .shownBy(Stop.BOUND + ": " + problem)
                        .remedies(new Remedy(Remedy.Action.OPEN_SETTINGS, "Open its settings", 0)))
                .toList();
    }
}
