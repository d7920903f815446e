package jordfell.core.casefile;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * From when to when a casefile tells.
 *
 * @param why how it was chosen, in words
 */
public record CaseWindow(Instant from, Instant to, String why) {

    /** A little of what was before belongs to it. */
    private static final Duration BEFORE = Duration.ofMinutes(10);

    private static final Duration AFTER = Duration.ofMinutes(2);

    /** What nothing suggests anything for: the last hour. */
    private static final Duration USUAL = Duration.ofHours(1);

    /** More of a trouble that lasts says nothing new. */
    private static final Duration LONGEST = Duration.ofHours(6);

    /**
     * One that fits what happened.
     *
     * @param heldSince since when something holds the device, if anything does
     * @param recorded from when to when somebody noted down what they did, the newest of such
     */
    public static CaseWindow suggested(Optional<Instant> heldSince, Optional<CaseWindow> recorded, Instant now) {
        if (recorded.isPresent()) {
            return new CaseWindow(
                    recorded.get().from().minus(Duration.ofMinutes(1)),
                    recorded.get().to().plus(Duration.ofMinutes(1)),
                    "while it was noted down what was done");
        }
        return heldSince
                .map(since -> {
                    Instant from = since.minus(BEFORE);
                    boolean isLong = Duration.between(from, now).compareTo(LONGEST) > 0;
                    return isLong
                            ? new CaseWindow(from, since.plus(LONGEST), "from before it began, six hours of it")
                            : new CaseWindow(from, now, "from before it began until now");
                })
                .orElseGet(() -> new CaseWindow(now.minus(USUAL), now, "the last hour: nothing holds it now"));
    }

    /** Around a moment, such as a call. */
    public static CaseWindow around(Instant moment, String what) {
        return new CaseWindow(moment.minus(AFTER), moment.plus(AFTER), "around " + what);
    }

    /** Whether something that went on from one moment to another has to do with it. */
    public boolean touches(Instant first, Instant last) {
        return !last.isBefore(from) && !first.isAfter(to);
    }
}
