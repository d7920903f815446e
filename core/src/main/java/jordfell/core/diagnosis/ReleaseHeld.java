package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.DeviceFacts.HeldBack;

/** <em>release-held</em>: its first configuration was released, and its wave waits or was stopped. */
final class ReleaseHeld implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return NotReleased.waits(device)
                ? device.facts().heldBack().stream().map(ReleaseHeld::held).toList()
                : List.of();
    }

    private static Finding held(HeldBack held) {
        String release = "Templates, Releases, release " + held.release();
        return Finding.certain(
                        Cause.RELEASE_HELD,
                        held.isStopped()
                                ? "Its first configuration was held back, because " + held.place() + " stopped: "
                                        + held.why()
                                : "Its first configuration waits in " + held.place() + ", which has not begun.")
                .variant("release " + held.release())
                .brief((held.isStopped() ? "held back: " : "waits: ") + held.place())
                .detail("The phone gets nothing until the wave goes on or another release takes it over.")
                .since(held.since())
                .shownBy(held.place() + " holds this device and has not been sent to it")
                .remedies(
                        held.isStopped()
                                ? List.of(
                                        Remedy.advice("See what went wrong and let the wave go on: " + release + "."),
                                        Remedy.RELEASE)
                                : List.of(Remedy.advice("Begin the wave: " + release + "."), Remedy.RELEASE));
    }
}
