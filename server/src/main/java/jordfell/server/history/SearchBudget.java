package jordfell.server.history;

import java.util.function.LongSupplier;

/**
 * How long passwords are looked for thoroughly. A search in vain takes up to a second, and the phones of a whole domain can
 * ask for one at the same moment: together they take no more than a fifth of the time, so that the paths of all others go on.
 * May be used by several threads.
 */
final class SearchBudget {

    /** After a search there is none for so many times as long as it took. */
    private static final int REST = 4;

    private final LongSupplier nanos;
    private long freeAt;

    /** @param nanos a clock that never goes back, such as {@link System#nanoTime} */
    SearchBudget(LongSupplier nanos) {
        this.nanos = nanos;
        this.freeAt = nanos.getAsLong();
    }

    /** Whether one may begin now; nobody else may until that is told to be over. */
    synchronized boolean begins() {
        if (nanos.getAsLong() - freeAt < 0) {
            return false;
        }
        freeAt = Long.MAX_VALUE / 2 + nanos.getAsLong();
        return true;
    }

    /** One is over that began at this reading of the clock. */
    synchronized void ended(long began) {
        long now = nanos.getAsLong();
        freeAt = now + REST * (now - began);
    }

    long now() {
        return nanos.getAsLong();
    }
}
