package jordfell.core.path;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.milestone.LookUps.LookUp;

/** <em>Located</em>: it found an address of its registrar, or was heard there. */
final class LocatedStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        if (j.facts().byHand() && !j.passed(Stop.BOUND)) {
            return StopReport.notSeen(Stop.LOCATED);
        }
        return j.begin().map(since -> report(j, since)).orElse(StopReport.notSeen(Stop.LOCATED));
    }

    private static StopReport report(Journey j, Instant since) {
        RegistrarLookups lookups = RegistrarLookups.of(j.facts(), j.reached(), since);
        Optional<NameLookedUp> found = lookups.found();
        if (found.isPresent()) {
            return StopReport.passed(
                    Stop.LOCATED,
                    found.get().at(),
                    String.join(", ", found.get().answers()));
        }
        if (j.reached().heardFirst().isPresent()) {
            return StopReport.passed(
                    Stop.LOCATED, j.reached().heardFirst().get().at(), "inferred: it was heard");
        }
        return lookups.failed()
                .map(LookUp::newest)
                .map(l -> StopReport.held(
                        Stop.LOCATED,
                        l.at(),
                        l.isAnswered() ? "DNS has no " + l.name() : "DNS gives no answer for " + l.name()))
                .orElseGet(() -> notYet(j, since));
    }

    /** While the registration from before lives, there is nothing to look up: it shows when that is due. */
    private static StopReport notYet(Journey j, Instant since) {
        if (j.facts().byHand()) {
            return StopReport.awaited(Stop.LOCATED, since, "waiting for its first registration");
        }
        Optional<Instant> livesUntil = j.lines().stream()
                .filter(line -> line.bindingLive(j.now()))
                .flatMap(line -> line.binding().stream())
                .map(BindingChanged::expiresAt)
                .max(Instant::compareTo);
        Instant due = since.plus(Journey.USUAL_STEP);
        return StopReport.waiting(
                Stop.LOCATED,
                since,
                livesUntil.filter(due::isBefore).orElse(due),
                j.now(),
                livesUntil.isPresent()
                        ? "registered since before; its next REGISTER shows whether it still can"
                        : "no look-up yet",
                "looked nothing up");
    }
}
