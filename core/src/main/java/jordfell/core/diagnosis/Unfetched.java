package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.milestone.Fetches;
import jordfell.core.milestone.Fetches.Answers;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.Stop;

/**
 * A device that did not take what was released to it in the usual time.
 *
 * @param answers how its requests since the release are answered; empty if it made none
 */
record Unfetched(CaseOf device, ReleaseFacts release, Optional<Answers> answers) {

    /** What one rule finds of such a device; nothing of any other. */
    static List<Finding> examine(CaseOf device, Function<Unfetched, Optional<Finding>> rule) {
        if (!device.heldAt(Stop.FETCHED)) {
            return List.of();
        }
        ReleaseFacts release = device.facts().released().orElseThrow();
        Optional<Answers> answers = device.reached()
                .fetches()
                .answers()
                .filter(a -> !a.newest().at().isBefore(release.at()));
        return rule.apply(new Unfetched(device, release, answers)).stream().toList();
    }

    Fetches fetches() {
        return device.reached().fetches();
    }

    /** It was asked for since, and what came was no file. */
    Optional<Answers> notGiven() {
        return answers.filter(a -> !a.newest().served());
    }

    /** Nobody ever asked for its file. */
    boolean neverAsked() {
        return fetches().answers().isEmpty();
    }

    /** The last sign of it at a registrar. */
    Optional<Instant> heardAt() {
        return device.reached().lines().values().stream()
                .flatMap(l -> l.binding().map(BindingChanged::at).stream())
                .max(Instant::compareTo)
                .or(() -> device.reached().heardLast());
    }

    String site() {
        return device.facts().site();
    }
}
