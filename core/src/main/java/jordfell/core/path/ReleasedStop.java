package jordfell.core.path;

import java.util.Optional;

/** <em>Released</em>: a configuration was released to it, whether or not there is a newer one by now. */
final class ReleasedStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        if (j.facts().byHand()) {
            return StopReport.notNeeded(Stop.RELEASED, "set by hand");
        }
        DeviceFacts facts = j.facts();
        return facts.released()
                .map(release -> StopReport.passed(
                        Stop.RELEASED,
                        release.at(),
                        "revision " + release.revision().brief() + " by " + release.by()
                                + (facts.pending() ? "; a newer one " + whereTheNewerIs(facts) : "")))
                .orElseGet(() -> j.passed(Stop.BOUND) ? notYet(facts) : StopReport.notSeen(Stop.RELEASED));
    }

    private static StopReport notYet(DeviceFacts facts) {
        return new StopReport(
                Stop.RELEASED,
                StopState.WAITING,
                Optional.of(facts.enrolledAt()),
                Optional.empty(),
                facts.heldBack()
                        .map(h -> "its first configuration " + whereTheNewerIs(facts))
                        .orElse("nothing was released to it yet"));
    }

    private static String whereTheNewerIs(DeviceFacts facts) {
        return facts.heldBack()
                .map(h -> h.isStopped() ? "was held back when " + h.place() + " stopped" : "waits in " + h.place())
                .orElse("is not released");
    }
}
