package jordfell.server.history;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.evidence.Observation;
import jordfell.core.identity.MacAddress;
import org.springframework.stereotype.Component;

/**
 * What was seen and waits to be written. It takes so much and no more; what there was no room for, or could not be written, is
 * counted, and by whose it was, so that it can be told there.
 */
@Component
class SeenQueue {

    private static final int MOST_WAITING = 200_000;

    /** Devices of which it is remembered that something of them was not kept. */
    private static final int MOST_MISSED = 10_000;

    /**
     * An observation on its way.
     *
     * @param device whose it is, if that is known already
     */
    record Seen(String domain, Optional<MacAddress> mac, Optional<Long> device, Observation observation) {

        Whose whose() {
            return new Whose(device, mac);
        }
    }

    /** Whose it is, as far as that can be said without asking. */
    record Whose(Optional<Long> device, Optional<MacAddress> mac) {

        private boolean anybodys() {
            return device.isPresent() || mac.isPresent();
        }
    }

    private final BlockingQueue<Seen> waiting;
    private final AtomicLong lost = new AtomicLong();
    private final Map<Whose, AtomicInteger> missed = new ConcurrentHashMap<>();

    SeenQueue() {
        this(MOST_WAITING);
    }

    SeenQueue(int most) {
        waiting = new LinkedBlockingQueue<>(most);
    }

    /** Whether there was room for it. */
    boolean offer(Seen seen) {
        boolean room = waiting.offer(seen);
        if (!room) {
            lose(seen);
        }
        return room;
    }

    /** The next, waited for so long; empty when nothing came. */
    Optional<Seen> poll(long millis) throws InterruptedException {
        return Optional.ofNullable(waiting.poll(millis, TimeUnit.MILLISECONDS));
    }

    /** As many as there are, up to so many. */
    List<Seen> more(int most) {
        List<Seen> some = new ArrayList<>();
        waiting.drainTo(some, most);
        return some;
    }

    int size() {
        return waiting.size();
    }

    /** It can't be kept. */
    void lose(Seen seen) {
        lost.incrementAndGet();
        if (seen.whose().anybodys() && missed.size() < MOST_MISSED) {
            missed.computeIfAbsent(seen.whose(), w -> new AtomicInteger()).incrementAndGet();
        }
    }

    /** How many were not kept since the start. */
    long lost() {
        return lost.get();
    }

    /** How many of each were not kept since this was asked last. */
    Map<Whose, Integer> takeMissed() {
        Map<Whose, Integer> taken = new LinkedHashMap<>();
        for (Whose whose : List.copyOf(missed.keySet())) {
            taken.put(whose, missed.remove(whose).get());
        }
        return taken;
    }
}
