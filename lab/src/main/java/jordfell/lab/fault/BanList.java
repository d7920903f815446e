package jordfell.lab.fault;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Addresses that a node hears no more, since too much that came from them was refused. */
final class BanList {

    /** So long refusals count, and so long an address is banned. */
    static final Duration TIME = Duration.ofMinutes(10);

    /** Of so many addresses it counts refusals; the one that was refused first is forgotten for one more. */
    static final int MOST = 1_000;

    private final int most;
    private final Map<String, Deque<Instant>> refusals = new LinkedHashMap<>();
    private final Map<String, Instant> until = new LinkedHashMap<>();

    /** @param most how many refusals an address is banned for */
    BanList(int most) {
        this.most = most;
    }

    boolean isBanned(String address, Instant now) {
        until.values().removeIf(end -> !end.isAfter(now));
        return until.containsKey(address);
    }

    /** Something from this address was refused; true if it is banned for it. */
    boolean refused(String address, Instant now) {
        Deque<Instant> times = refusals.computeIfAbsent(address, a -> new ArrayDeque<>());
        times.add(now);
        while (!times.element().isAfter(now.minus(TIME))) {
            times.remove();
        }
        boolean isBanned = times.size() >= most;
        if (isBanned) {
            refusals.remove(address);
            until.put(address, now.plus(TIME));
        }
        if (refusals.size() > MOST) {
            refusals.remove(refusals.keySet().iterator().next());
        }
        if (until.size() > MOST) {
            until.remove(until.keySet().iterator().next());
        }
        return isBanned;
    }

    /** Hears an address again; whether it was banned. */
    boolean lift(String address) {
        refusals.remove(address);
        return until.remove(address) != null;
    }

    int most() {
        return most;
    }

    /** Those that are banned. */
    List<String> banned(Instant now) {
        until.values().removeIf(end -> !end.isAfter(now));
        return List.copyOf(until.keySet());
    }
}
