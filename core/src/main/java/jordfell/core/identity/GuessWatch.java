package jordfell.core.identity;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Set;

/**
 * Tells a client that tries one MAC after another from phones that nobody enrolled yet: a lorry of new phones asks again
 * and again with few addresses, a guesser with many, each hardly twice.
 *
 * <p>Watches one source. Not safe for use by several threads.
 */
public final class GuessWatch {

    /** So many strange addresses within the window are not phones any more. */
    public static final int MOST_STRANGERS = 60;

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
    private int inARow;
    private long last;

    /** Takes a request for an address that is not enrolled; true if its source is guessing. */
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
        return isGuessing();
    }

    public boolean isGuessing() {
        return strangers.size() > MOST_STRANGERS || countsUp && cameAgain.size() * 2 < strangers.size();
    }

    /** How many strange addresses it asked for within the window. */
    public int strangers() {
        return strangers.size();
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
