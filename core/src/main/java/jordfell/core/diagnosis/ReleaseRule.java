package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/** <em>not-released</em>: everything is right here, and the phone was never given it. */
final class ReleaseRule implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        DeviceFacts facts = device.facts();
        if (facts.released().isPresent() || device.path().stop(Stop.BOUND).state() != StopState.PASSED) {
            return List.of();
        }
        return List.of(new Finding(
                Cause.NOT_RELEASED,
                "",
                Certainty.CERTAIN,
                0,
                "not released yet",
                "Its configuration is ready and was never released.",
                "The phone gets nothing until it is.",
                facts.enrolledAt(),
                0,
                List.of("no release holds this device"),
                List.of(new Remedy(Remedy.Action.RELEASE, "Release to this device", 0))));
    }
}
