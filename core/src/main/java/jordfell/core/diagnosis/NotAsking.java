package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.milestone.Fetches.Answers;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/** <em>not-asking</em>: it carries, and asks no more whether there is another configuration, though it did and should. */
final class NotAsking implements Rule {

    /** So many of its times have to go by. */
    private static final int TIMES = 2;

    private static final Duration MORE = Duration.ofMinutes(20);

    @Override
    public List<Finding> examine(CaseOf device) {
        boolean carries = device.path().stop(Stop.FETCHED).state() == StopState.PASSED && device.isRegistered();
        return carries
                        && !device.facts().byHand()
                        && !device.facts().checkEvery().isZero()
                ? device.reached().fetches().answers().stream()
                        .filter(a -> due(device, a).isBefore(device.now()))
                        .map(a -> told(device, a))
                        .toList()
                : List.of();
    }

    @Override
    public Optional<Instant> due(CaseOf device) {
        return device.reached().fetches().answers().map(a -> due(device, a).plusMillis(1));
    }

    private static Instant due(CaseOf device, Answers answers) {
        return answers.newest()
                .at()
                .plus(device.facts().checkEvery().multipliedBy(TIMES))
                .plus(MORE);
    }

    private static Finding told(CaseOf device, Answers answers) {
        String site = device.facts().site();
        Optional<Leased> untold = device.reached()
                .lease()
                .filter(l -> l.option() == 0 && l.at().isAfter(answers.newest().at()));
        return Finding.likely(
                        Cause.NOT_ASKING,
                        untold.map(l ->
                                        "It has dial tone, and gets no changes: the lease of its address did not say where files"
                                                + " are.")
                                .orElse("It has dial tone, and gets no changes: it asks for none any more."),
                        "A capture at the phone while it starts.")
                .variant(untold.map(l -> "lease at ").orElse("") + site)
                .brief("asks for no changes")
                .detail("It should ask every " + device.facts().checkEvery().toSeconds()
                        + " s, and no request came since. What is released next will not reach it.")
                .since(answers.newest().at())
                .shownBy("its last request for " + answers.newest().file())
                .remedies(Remedy.advice(
                        untold.isPresent()
                                ? "Have the address server at " + site
                                        + " tell the provisioning address; then restart the phone."
                                : "See whether HTTP from " + site
                                        + " to Jordfell is let through; then restart the phone."));
    }
}
