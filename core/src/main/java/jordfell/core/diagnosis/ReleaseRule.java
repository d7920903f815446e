package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.HeldBack;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/**
 * <em>not-released</em>: everything is right here, and the phone was never given it; <em>release-held</em>: it was
 * released, and its wave waits or was stopped.
 */
final class ReleaseRule implements Rule {

    private static final Remedy RELEASE = new Remedy(Remedy.Action.RELEASE, "Release to this device", 0);

    @Override
    public List<Finding> examine(CaseOf device) {
        DeviceFacts facts = device.facts();
        if (facts.released().isPresent() || device.path().stop(Stop.BOUND).state() != StopState.PASSED) {
            return List.of();
        }
        return List.of(facts.heldBack().map(ReleaseRule::held).orElseGet(() -> neverReleased(facts)));
    }

    private static Finding neverReleased(DeviceFacts facts) {
        return new Finding(
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
                List.of(RELEASE));
    }

    private static Finding held(HeldBack held) {
        String release = "Templates, Releases, release " + held.release();
        return new Finding(
                Cause.RELEASE_HELD,
                "release " + held.release(),
                Certainty.CERTAIN,
                0,
                (held.isStopped() ? "held back: " : "waits: ") + held.place(),
                held.isStopped()
                        ? "Its first configuration was held back, because " + held.place() + " stopped: " + held.why()
                        : "Its first configuration waits in " + held.place() + ", which has not begun.",
                "The phone gets nothing until the wave goes on or another release takes it over.",
                held.since(),
                0,
                List.of(held.place() + " holds this device and has not been sent to it"),
                held.isStopped()
                        ? List.of(
                                Remedy.advice("See what went wrong and let the wave go on: " + release + "."), RELEASE)
                        : List.of(Remedy.advice("Begin the wave: " + release + ".")));
    }
}
