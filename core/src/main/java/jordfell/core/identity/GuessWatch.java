package jordfell.core.identity;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Set;

/**
 * Tells a client that tries one MAC after another from phones that can't prove themselves yet: a delivery of new phones
 * asks again and again with the same addresses, a guesser with many, each hardly twice.
 *
 * <p>Watches one source. Not safe for use by several threads.
 */
public final class GuessWatch {

    /** So many addresses are looked at one by one: whether each came again. */
    public static final int MOST_STRANGERS = 60;

    /** A phone that is given nothing asks again within this time. */
    public static final Duration PATIENCE = Duration.ofMinutes(2);

    /** So many that have not come again yet are no delivery, however new they are. */
    public static final int MOST_AT_ONCE = 500;

    /**
     * Addresses in a row, as a counter goes through them, tell a guesser sooner. A pallet of phones has addresses in a row
     * too; but phones come again within seconds: once half of them did, the row is forgotten.
     */
    public static final int MOST_IN_A_ROW = 24;

    public static final Duration WINDOW = Duration.ofMinutes(10);
    private static final int REMEMBERED = 2_000;

    private record Asked(MacAddress mac, Instant at) {}

    private final Deque<Asked> asked = new ArrayDeque<>();
    private final Set<MacAddress> strangers = new HashSet<>();
    private final Set<MacAddress> cameAgain = new HashSet<>();
    private boolean countsUp;
    private boolean guessing;
    private int inARow;
    private long last;

    /** Takes a request that proves nothing; true if its source is guessing. */
    public boolean asks(MacAddress mac, Instant now) {
        forget(now);
        if (strangers.add(mac)) {
            asked.addLast(new Asked(mac, now));
            long value = Long.parseLong(mac.compact(), 16);
            inARow = Math.abs(value - last) == 1 ? inARow + 1 : 1;
            last = value;
            countsUp |= inARow >= MOST_IN_A_ROW;
            if (asked.size() > REMEMBERED) {
                forget(asked.removeFirst().mac());
            }
        } else {
            inARow = 0;
            cameAgain.add(mac);
        }
        guessing = judge(now);
        return guessing;
    }

    /** Whoever asked for this address proved to be that phone. */
    public void proved(MacAddress mac) {
        forget(mac);
    }

    public boolean isGuessing() {
        return guessing;
    }

    /** How many addresses it asked for within the window. */
    public int strangers() {
        return strangers.size();
    }

    private boolean judge(Instant now) {
        boolean mostStayedAway = cameAgain.size() * 2 < strangers.size();
        if (countsUp && mostStayedAway) {
            return true;
        }
        if (strangers.size() <= MOST_STRANGERS) {
            return false;
        }
        return strangers.size() > MOST_AT_ONCE && mostStayedAway || halfOfTheOldStayedAway(now);
    }

    /** Those who had time to come again, and whether at least half of them did not. */
    private boolean halfOfTheOldStayedAway(Instant now) {
        Instant old = now.minus(PATIENCE);
        int had = 0;
        int did = 0;
        for (Asked one : asked) {
            if (one.at().isAfter(old)) {
                break;
            }
            had++;
            did += cameAgain.contains(one.mac()) ? 1 : 0;
        }
        return had > MOST_STRANGERS / 2 && did * 2 < had;
    }

    private void forget(Instant now) {
        while (!asked.isEmpty() && asked.peekFirst().at().plus(WINDOW).isBefore(now)) {
            forget(asked.removeFirst().mac());
        }
        if (strangers.isEmpty()) {
            inARow = 0;
            countsUp = false;
        }
    }

    private void forget(MacAddress mac) {
        strangers.remove(mac);
        cameAgain.remove(mac);
    }
}
