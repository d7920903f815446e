package jordfell.core.path;

import java.time.Duration;
import java.util.Optional;
import jordfell.core.milestone.Fetches;
import jordfell.core.milestone.Fetches.Answers;
import jordfell.core.milestone.Fetches.Taken;
import jordfell.core.path.DeviceFacts.ReleaseFacts;

/** <em>Fetched</em>: it took the revision that was released to it. */
final class FetchedStop implements StopRule {

    /** A phone that never called in is expected within this time after its release. */
    static final Duration USUAL_FIRST_CALL = Duration.ofMinutes(2);

    @Override
    public StopReport report(Journey j) {
        if (j.facts().byHand()) {
            return StopReport.notNeeded(Stop.FETCHED, "set by hand");
        }
        return j.facts().released().map(release -> report(j, release)).orElse(StopReport.notSeen(Stop.FETCHED));
    }

    private static StopReport report(Journey j, ReleaseFacts release) {
        Optional<Taken> taken = j.taken();
        if (taken.isPresent()) {
            return StopReport.passed(
                    Stop.FETCHED,
                    taken.get().newest().at(),
                    "took revision " + release.revision().brief());
        }
        Fetches fetches = j.reached().fetches();
        Optional<Answers> since = fetches.answers().filter(a -> !a.newest().at().isBefore(release.at()));
        if (since.filter(a -> a.newest().refused()).isPresent()) {
            return StopReport.held(Stop.FETCHED, since.get().since(), "its request was refused");
        }
        return fetches.taken().map(older -> notYet(j, release, older)).orElseGet(() -> never(j, release, since));
    }

    private static StopReport notYet(Journey j, ReleaseFacts release, Taken older) {
        String brief =
                older.revision().substring(0, Math.min(4, older.revision().length()));
        return StopReport.waiting(
                Stop.FETCHED,
                release.at(),
                release.at().plus(j.facts().checkEvery()).plus(Journey.USUAL_STEP),
                j.now(),
                "has revision " + brief + "; asks every "
                        + j.facts().checkEvery().toSeconds() + " s",
                "still has revision " + brief);
    }

    private static StopReport never(Journey j, ReleaseFacts release, Optional<Answers> since) {
        return StopReport.waiting(
                Stop.FETCHED,
                release.at(),
                release.at().plus(USUAL_FIRST_CALL),
                j.now(),
                since.map(a -> "is answered " + a.status()).orElse("has not asked yet"),
                since.map(a -> "is answered " + a.status()).orElse("never asked for its configuration"));
    }
}
