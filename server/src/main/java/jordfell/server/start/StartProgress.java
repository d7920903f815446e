package jordfell.server.start;

import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How far the start is. Nothing is answered from the records until it is over, so that nobody sees half of a fleet. */
@Component
public class StartProgress {

    /**
     * What is being done.
     *
     * @param ready whether all is done
     * @param step counted from 1
     * @param of how many steps there are
     * @param secondsLeft about how long until all is done; null where nothing tells
     */
    public record Start(
            boolean ready,
            int step,
            int of,
            String what,
            @Nullable Integer secondsLeft) {}

    private static final int STEPS = 4;

    private volatile Start present = new Start(false, 1, STEPS, "opening the records", null);

    /** Begins a step. */
    public void begin(int step, String what) {
        present = new Start(false, step, STEPS, what, null);
    }

    /**
     * Says how much of the present step is done.
     *
     * @param share from 0 to 1
     * @param taken how long that took
     */
    public void done(double share, Duration taken) {
        Start now = present;
        if (share > 0) {
            double left = taken.toMillis() / 1000.0 * (1 - share) / share;
            present = new Start(false, now.step(), now.of(), now.what(), 1 + (int) left);
        }
    }

    public void ready() {
        present = new Start(true, STEPS, STEPS, "", 0);
    }

    public Start present() {
        return present;
    }
}
