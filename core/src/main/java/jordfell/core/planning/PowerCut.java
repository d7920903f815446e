package jordfell.core.planning;

import java.util.Locale;

/**
 * What a domain's nodes have to take, when all is as usual and when all phones come back at once, as sums.
 *
 * @param steady registrations a second
 * @param steadyRequests requests a second that come of them: each registration is challenged at worst
 * @param back registrations a second when power comes back
 * @param backRequests requests a second that come of those
 * @param recoverSeconds how long it is until all are registered again
 * @param spreadSeconds the least time to spread over, so that no request has to wait; 0 where the nodes take as many as come
 * @param expirySeconds the least expiry with which the usual takes no more than half of what the nodes can; 0 for the same
 */
public record PowerCut(
        double steady,
        double steadyRequests,
        double back,
        double backRequests,
        double recoverSeconds,
        int spreadSeconds,
        int expirySeconds) {

    /** A REGISTER is challenged, and comes again with an answer (RFC 3261 §22.2). */
    private static final int REQUESTS_A_REGISTRATION = 2;

    /** From power to the first REGISTER: address, time, file, names. */
    private static final double START_SECONDS = 0.3;

    /**
     * Sums it up.
     *
     * @param lines of all phones
     * @param spreadSeconds over which phones spread that start at once
     * @param capacity requests a second that all nodes take together; 0 for as many as come
     */
    public static PowerCut of(int lines, int expirySeconds, int refreshPercent, int spreadSeconds, int capacity) {
        double steady = lines * 100.0 / (expirySeconds * (double) refreshPercent);
        double back = RegistrationLoad.afterPowerCut(lines, spreadSeconds);
        double atTheNodes = capacity == 0 ? 0 : (double) REQUESTS_A_REGISTRATION * lines / capacity;
        return new PowerCut(
                steady,
                REQUESTS_A_REGISTRATION * steady,
                back,
                REQUESTS_A_REGISTRATION * back,
                START_SECONDS + Math.max(spreadSeconds, atTheNodes),
                (int) Math.ceil(atTheNodes),
                capacity == 0
                        ? 0
                        : (int) Math.ceil(REQUESTS_A_REGISTRATION * lines * 100.0 / (refreshPercent * capacity / 2.0)));
    }

    /** What to change, in a sentence; empty if it holds as it is. */
    public String cure(int spread, int expiry) {
        if (spreadSeconds > spread) {
            return String.format(
                    Locale.ROOT,
                    "Spread the start over %,d s or more: then no request has to wait for another when power comes back.",
                    spreadSeconds);
        }
        return expirySeconds > expiry
                ? String.format(
                        Locale.ROOT,
                        "Ask for %,d s or more: as it is, the usual takes more than half of what the nodes can.",
                        expirySeconds)
                : "";
    }
}
