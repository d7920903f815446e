package jordfell.core.capture;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Puts fragments of IP packets together again (RFC 791 §3.2, RFC 8200 §4.5). Those that overlap and say something else are
 * passed over with their packet (RFC 5722 §4); those that stay incomplete are forgotten, oldest first.
 */
final class Fragments {

    private static final int MOST_WAITING = 256;
    private static final int LONGEST = 65_535;

    /** RFC 8200 §4.5: nobody waits longer for the rest. */
    private static final Duration PATIENCE = Duration.ofSeconds(60);

    private static final class Waiting {
        private final Instant since;
        private final SortedMap<Integer, byte[]> parts = new TreeMap<>();
        private int end = -1;
        private boolean isContradictory;

        private Waiting(Instant since) {
            this.since = since;
        }
    }

    private final Tally tally;
    private final Map<String, Waiting> waiting = new LinkedHashMap<>();

    Fragments(Tally tally) {
        this.tally = tally;
    }

    /** What follows the header of the whole packet, once this fragment was the last that was missing. */
    Optional<byte[]> put(String packet, Instant at, int offset, boolean isLast, byte[] bytes, int from, int end) {
        forget(at);
        Waiting of = waiting.computeIfAbsent(packet, p -> new Waiting(at));
        byte[] part = Arrays.copyOfRange(bytes, from, end);
        if (of.isContradictory || offset + part.length > LONGEST || contradicts(of, offset, part)) {
            if (!of.isContradictory) {
                tally.overlapping++;
                of.isContradictory = true; // what comes of it later is no new packet
                of.parts.clear();
            }
            return Optional.empty();
        }
        of.parts.put(offset, part);
        of.end = isLast ? offset + part.length : of.end;
        Optional<byte[]> whole = whole(of);
        whole.ifPresent(done -> waiting.remove(packet));
        return whole;
    }

    void end() {
        waiting.values().forEach(this::lost);
        waiting.clear();
    }

    private void forget(Instant now) {
        Iterator<Waiting> oldest = waiting.values().iterator();
        while (oldest.hasNext()) {
            Waiting first = oldest.next();
            if (waiting.size() <= MOST_WAITING && !first.since.plus(PATIENCE).isBefore(now)) {
                return;
            }
            lost(first);
            oldest.remove();
        }
    }

    private void lost(Waiting waited) {
        if (!waited.isContradictory) {
            tally.incomplete++;
        }
    }

    /** The same once more is none. */
    private static boolean contradicts(Waiting of, int offset, byte[] part) {
        byte[] same = of.parts.get(offset);
        if (same != null) {
            return !Arrays.equals(same, part);
        }
        SortedMap<Integer, byte[]> before = of.parts.headMap(offset);
        boolean intoBefore = !before.isEmpty() && before.lastKey() + before.get(before.lastKey()).length > offset;
        SortedMap<Integer, byte[]> after = of.parts.tailMap(offset);
        return intoBefore || !after.isEmpty() && after.firstKey() < offset + part.length;
    }

    private static Optional<byte[]> whole(Waiting of) {
        if (of.end < 0) {
            return Optional.empty();
        }
        byte[] whole = new byte[of.end];
        int next = 0;
        for (Map.Entry<Integer, byte[]> part : of.parts.entrySet()) {
            if (part.getKey() != next || next + part.getValue().length > of.end) {
                return Optional.empty();
            }
            System.arraycopy(part.getValue(), 0, whole, next, part.getValue().length);
            next += part.getValue().length;
        }
        return next == of.end ? Optional.of(whole) : Optional.empty();
    }
}
