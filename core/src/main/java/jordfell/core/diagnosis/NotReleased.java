package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/** <em>not-released</em>: everything is right here, and the phone was never given it. */
final class NotReleased implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        DeviceFacts facts = device.facts();
        if (!waits(device) || facts.heldBack().isPresent()) {
            return List.of();
        }
        return List.of(Finding.certain(Cause.NOT_RELEASED, "Its configuration is ready and was never released.")
                .brief("not released yet")
                .detail("The phone gets nothing until it is.")
                .since(facts.enrolledAt())
                .shownBy("no release holds this device")
                .remedies(Remedy.RELEASE));
    }

    /** Ready, and nothing was given to it. */
    static boolean waits(CaseOf device) {
        return !device.facts().byHand()
                && device.facts().released().isEmpty()
                && device.path().stop(Stop.BOUND).state() == StopState.PASSED;
    }
}
