package jordfell.core.triage;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.wish.FieldProblem;

/**
 * What somebody said of a cause: who works on it, until when it waits, and why it was closed.
 *
 * @param takenBy empty for nobody
 * @param asideUntil empty where it does not wait
 * @param closedBy empty where it is not closed
 */
public record CauseMark(
        String takenBy,
        Optional<Instant> takenAt,
        Optional<Instant> asideUntil,
        String closedBy,
        Optional<Instant> closedAt,
        String closedWhy) {

    public static final CauseMark NONE =
            new CauseMark("", Optional.empty(), Optional.empty(), "", Optional.empty(), "");

    private static final Duration LONGEST_ASIDE = Duration.ofDays(90);
    private static final int LONGEST_WHY = 300;

    /** Somebody works on it from now on, in place of whoever did; it is not closed any more. */
    public CauseMark taken(String who, Instant now) {
        return new CauseMark(who, Optional.of(now), asideUntil, "", Optional.empty(), "");
    }

    /** Nobody works on it. */
    public CauseMark left() {
        return new CauseMark("", Optional.empty(), asideUntil, closedBy, closedAt, closedWhy);
    }

    /** It waits until a moment. */
    public CauseMark waiting(Instant until) {
        return new CauseMark(takenBy, takenAt, Optional.of(until), "", Optional.empty(), "");
    }

    /** It is out of the way until another device comes to it. */
    public CauseMark closed(String who, Instant now, String why) {
        return new CauseMark(takenBy, takenAt, Optional.empty(), who, Optional.of(now), why.strip());
    }

    /** It is there again. */
    public CauseMark reopened() {
        return new CauseMark(takenBy, takenAt, Optional.empty(), "", Optional.empty(), "");
    }

    /**
     * Whether it is out of the way now.
     *
     * @param newest when a device was told of it last: one that comes to it after it was closed brings it back
     */
    public boolean isAside(Instant newest, Instant now) {
        boolean waits = asideUntil.filter(until -> until.isAfter(now)).isPresent();
        boolean closed = closedAt.filter(at -> !newest.isAfter(at)).isPresent();
        return waits || closed;
    }

    /** Why it can’t wait until then; empty if it can. */
    public static Optional<FieldProblem> refuseWaiting(Optional<Instant> until, Instant now) {
        return until.filter(at -> at.isAfter(now) && !at.isAfter(now.plus(LONGEST_ASIDE)))
                        .isPresent()
                ? Optional.empty()
                : Optional.of(new FieldProblem(
                        "/until",
                        "It can’t wait until then.",
                        "A moment to come, at most " + LONGEST_ASIDE.toDays() + " days from now."));
    }

    /** Why it can’t be closed with these words; empty if it can. */
    public static Optional<FieldProblem> refuseClosing(String why) {
        int length = why.strip().length();
        return length > 0 && length <= LONGEST_WHY
                ? Optional.empty()
                : Optional.of(new FieldProblem(
                        "/why",
                        length == 0 ? "The reason is missing." : "The reason is too long.",
                        "One line of at most " + LONGEST_WHY
                                + " characters for whoever finds it next: such as “their cable is ordered”."));
    }
}
