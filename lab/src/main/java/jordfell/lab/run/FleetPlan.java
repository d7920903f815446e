package jordfell.lab.run;

import java.util.Optional;

/**
 * A fleet of phones that are all alike, and the nodes of their domain.
 *
 * @param expirySeconds for how long they ask to be registered, 60 to 86,400
 * @param refreshPercent the share of it after which they ask again, 50 to 90
 * @param retrySeconds how long they wait after a refusal, 2 to 3,600
 * @param spreadSeconds the time over which they spread when all start at once, 0 to 3,600
 * @param nodes how many registrar nodes there are, all of the same weight, 1 to 8
 * @param capacity how many requests a second each node takes; 0 for as many as come
 * @param seed the same one has the same happen
 */
public record FleetPlan(
        int phones,
        int expirySeconds,
        int refreshPercent,
        int retrySeconds,
        int spreadSeconds,
        int nodes,
        int capacity,
        long seed) {

    public static final int MOST_PHONES = 100_000;

    /** Why it can’t be run, as {@code member: what is wrong}; empty if it can. */
    public Optional<String> refuse() {
        return between("phones", phones, 1, MOST_PHONES)
                .or(() -> between("expirySeconds", expirySeconds, 60, 86_400))
                .or(() -> between("refreshPercent", refreshPercent, 50, 90))
                .or(() -> between("retrySeconds", retrySeconds, 2, 3_600))
                .or(() -> between("spreadSeconds", spreadSeconds, 0, 3_600))
                .or(() -> between("nodes", nodes, 1, 8))
                .or(() -> between("capacity", capacity, 0, 100_000));
    }

    private static Optional<String> between(String what, int value, int least, int most) {
        return value < least || value > most
                ? Optional.of(what + ": It goes from " + least + " to " + most + ".")
                : Optional.empty();
    }
}
