package jordfell.core.planning;

import java.util.List;
import java.util.Locale;

/** How many registrations a second registrars must take from a fleet. */
public final class RegistrationLoad {

    private RegistrationLoad() {}

    /**
     * One line's part.
     *
     * @param expirySeconds what it asks for
     * @param refreshPercent the share of it after which it registers again
     */
    public record Line(int expirySeconds, int refreshPercent) {}

    /** Steady registrations per second: the sum of {@code 1 / (f · expiry)} over all lines. */
    public static double perSecond(List<Line> lines) {
        return lines.stream()
                .mapToDouble(line -> 100.0 / (line.expirySeconds() * (double) line.refreshPercent()))
                .sum();
    }

    /**
     * Registrations per second while all lines come back after a power cut.
     *
     * @param jitterSeconds the time over which they spread
     */
    public static double afterPowerCut(int lines, int jitterSeconds) {
        return lines / (double) Math.max(1, jitterSeconds);
    }

    /** A rate as it is shown: two digits that matter. */
    public static String shown(double perSecond) {
        return perSecond == 0
                ? "0"
                : perSecond >= 10
                        ? Long.toString(Math.round(perSecond))
                        : String.format(Locale.ROOT, perSecond >= 1 ? "%.1f" : "%.2f", Math.max(perSecond, 0.01));
    }
}
