package jordfell.core.calls;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.calls.Ringing.Rung;

/** What was foretold of a call beside what came of it. */
public final class RingTrial {

    /** A phone may ring so much earlier or later: a call takes its time on the way, and a refusal too. */
    static final Duration SLACK = Duration.ofSeconds(2);

    private RingTrial() {}

    /**
     * Somebody that rang.
     *
     * @param deviceId 0 for what is no device
     * @param after the call began
     */
    public record Rang(long deviceId, String number, String label, Duration after) {}

    /**
     * In what a call went otherwise than was foretold, one sentence each; none if it went as foretold as far as it came.
     *
     * @param took until it was answered or over: what was to ring later than that was not put to the test
     */
    public static List<String> differences(Ringing foretold, List<Rang> rang, Duration took) {
        List<String> differences = new ArrayList<>();
        List<Rang> unexpected = new ArrayList<>(rang);
        for (Rung due : foretold.rung()) {
            Optional<Rang> came =
                    unexpected.stream().filter(r -> isThat(due, r)).findFirst();
            came.ifPresent(unexpected::remove);
            boolean wasReached = due.from().plus(SLACK).compareTo(took) < 0;
            if (came.isEmpty() && wasReached) {
                differences.add(due.device().label() + " was to ring " + after(due.from()) + ", and did not.");
            }
        }
        unexpected.forEach(r -> differences.add(r.label() + " rang " + after(r.after()) + ", which was not foretold."));
        return differences;
    }

    private static boolean isThat(Rung due, Rang came) {
        boolean isSame = due.device().deviceId() > 0
                ? due.device().deviceId() == came.deviceId()
                : came.deviceId() == 0 && due.number().equals(came.number());
        return isSame && due.from().minus(came.after()).abs().compareTo(SLACK) <= 0;
    }

    private static String after(Duration from) {
        return from.toSeconds() == 0 ? "at once" : "after " + from.toSeconds() + " s";
    }
}
