package jordfell.core.phonebook;

import java.util.Optional;

/**
 * A list that somebody keeps elsewhere and that lost half of its names or more between two fetches: more likely a fault there
 * than a wish, so that somebody looks at it before it is taken.
 */
public final class LostNames {

    /** Of a shorter list a few names more or less are half of it: it is held only where nothing is left. */
    private static final int SHORT = 4;

    private LostNames() {}

    /** Why what came is not taken by itself, in one sentence; empty if it is. */
    public static Optional<String> refuse(int had, int has) {
        boolean lost = had >= SHORT ? has * 2 <= had : has == 0 && had > 0;
        if (!lost) {
            return Optional.empty();
        }
        return Optional.of(
                has == 0
                        ? "It has no names any more; the " + had + " that it had are kept."
                        : "It has " + has + " names and had " + had + "; those that it had are kept.");
    }
}
