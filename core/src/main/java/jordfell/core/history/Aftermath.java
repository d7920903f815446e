package jordfell.core.history;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.diagnosis.Finding;

/**
 * What came of something that was done about a finding.
 *
 * @param words a sentence
 */
public record Aftermath(State state, String words) {

    /** So long nothing is said of what did not come yet. */
    public static final Duration PATIENCE = Duration.ofMinutes(3);

    /** How it stands. */
    public enum State {
        /** It is too soon to say. */
        WAITING,
        /** The device has dial tone, and the finding is over. */
        PASSED,
        /** The finding is over, and something else holds the device. */
        OTHER,
        /** The finding is still there, though something came from the device. */
        STILL,
        /** The finding is still there, and nothing came from the device. */
        QUIET;

        /** Whether nothing more is waited for: what else holds it now may be on its way to pass, too. */
        public boolean isOver() {
            return this == PASSED;
        }
    }

    /**
     * Looks at it.
     *
     * @param watched the finding about which something was done
     * @param done when that was
     */
    public static Aftermath of(FindingLife.Key watched, Instant done, Point present, Instant now) {
        Optional<FindingLife> still = present.lives().stream()
                .filter(life -> life.key().equals(watched))
                .findFirst();
        if (still.isPresent()) {
            return lasting(still.get().finding(), done, present, now);
        }
        List<Finding> others = present.lives().stream()
                .map(FindingLife::finding)
                .filter(f -> !f.cause().leavesDialTone())
                .toList();
        if (present.hasDialTone()) {
            return new Aftermath(State.PASSED, "It passed.");
        }
        return others.isEmpty()
                ? underWay(done, now)
                : new Aftermath(
                        State.OTHER, "That is over. Now: " + others.get(0).sentence());
    }

    private static Aftermath underWay(Instant done, Instant now) {
        return done.plus(PATIENCE).isAfter(now)
                ? new Aftermath(State.WAITING, "That is over; it is on its way.")
                : new Aftermath(State.STILL, "That is over, and it is not registered yet.");
    }

    private static Aftermath lasting(Finding finding, Instant done, Point present, Instant now) {
        boolean cameSince =
                present.reached().lastSign().filter(at -> at.isAfter(done)).isPresent();
        if (done.plus(PATIENCE).isAfter(now)) {
            return new Aftermath(
                    State.WAITING, cameSince ? "It was heard of since; not over yet." : "Nothing came from it yet.");
        }
        if (cameSince) {
            return new Aftermath(State.STILL, "It was heard of since, and it is still so: " + finding.sentence());
        }
        return new Aftermath(
                State.QUIET,
                present.hasDialTone()
                        ? "Nothing came from it since; it is registered."
                        : "Nothing came from it for " + PATIENCE.toMinutes()
                                + " minutes: somebody has to look at its power and cable.");
    }
}
