package jordfell.core.proving;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.milestone.Calls;

/**
 * What came of the test calls of one device.
 *
 * @param out what the far end said when it called; empty where it did not call
 * @param in what it said when it was called; empty where it was not
 */
public record Tried(Outcome outcome, String out, String in) {

    /** So long both calls may take. */
    public static final Duration PATIENCE = Duration.ofSeconds(45);

    /** How it stands. */
    public enum Outcome {
        /** Not yet known. */
        PENDING,
        /** Both directions work. */
        PASSED,
        FAILED,
        /** It can be called; that it calls has to be tried at the phone. */
        HALF
    }

    /**
     * By its newest test calls.
     *
     * @param calls with the configuration that it has
     * @param began when they were asked for
     */
    public static Tried of(Calls calls, Instant began, Instant now) {
        Optional<TestCalled> out = calls.out().filter(c -> !c.at().isBefore(began));
        Optional<TestCalled> in = calls.in().filter(c -> !c.at().isBefore(began));
        boolean isOver = !began.plus(PATIENCE).isAfter(now);
        String outWords = out.map(TestCalled::detail).orElse("");
        String inWords = in.map(TestCalled::detail).orElse("");
        boolean failed = out.filter(c -> !c.worked()).isPresent()
                || in.filter(c -> !c.worked()).isPresent();
        if (failed && (isOver || in.isPresent())) {
            return new Tried(Outcome.FAILED, outWords, inWords);
        }
        if (out.isPresent() && in.isPresent()) {
            return new Tried(Outcome.PASSED, outWords, inWords);
        }
        if (!isOver) {
            return new Tried(Outcome.PENDING, outWords, inWords);
        }
        return in.isPresent()
                ? new Tried(Outcome.HALF, "it has to call from the phone itself", inWords)
                : new Tried(Outcome.FAILED, outWords, "no call came about within " + PATIENCE.toSeconds() + " s");
    }
}
