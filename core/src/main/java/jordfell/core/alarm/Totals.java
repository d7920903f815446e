package jordfell.core.alarm;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Iterator;
import java.util.Map;
import jordfell.core.bounded.Bounded;
import org.jspecify.annotations.Nullable;

/**
 * How much of a growing total came within a time, for totals that are looked at again and again. Of what was there before the
 * first look nothing is counted: when it came is not known.
 */
public final class Totals {

    private static final int MOST_SUBJECTS = 10_000;

    /** Looks that are closer together are one. */
    private static final Duration APART = Duration.ofSeconds(20);

    private record Sample(Instant at, long total) {}

    private final Duration longest;
    private final Map<String, Deque<Sample>> samples = Bounded.byAge(MOST_SUBJECTS);
    private @Nullable Instant looked;

    /** @param longest the longest time that is asked about */
    public Totals(Duration longest) {
        this.longest = longest;
    }

    /** Takes what the totals are now; what is not among them any more is forgotten. */
    public void look(Map<String, Long> totals, Instant now) {
        Instant before = looked;
        samples.keySet().retainAll(totals.keySet());
        totals.forEach((subject, total) -> {
            Deque<Sample> of = samples.computeIfAbsent(subject, s -> {
                Deque<Sample> fresh = new ArrayDeque<>();
                // It was not there at the look before: all of it came since.
                fresh.add(new Sample(before == null ? now : before, before == null ? total : 0));
                return fresh;
            });
            boolean isDue = !of.getLast().at().plus(APART).isAfter(now);
            if (isDue && of.getLast().total() != total) {
                of.add(new Sample(now, total));
            }
            forgetOld(of, now.minus(longest));
        });
        looked = now;
    }

    /** The newest of those that are too old stays: it says what was so at the beginning of the time. */
    private static void forgetOld(Deque<Sample> of, Instant until) {
        Iterator<Sample> all = of.iterator();
        all.next();
        int older = 0;
        while (all.hasNext() && !all.next().at().isAfter(until)) {
            older++;
        }
        for (int i = 0; i < older; i++) {
            of.removeFirst();
        }
    }

    /** How much of these totals, as they are now, came since a moment; what is nothing is left out. */
    public Map<String, Long> since(Map<String, Long> totals, Instant moment) {
        Map<String, Long> grown = new HashMap<>();
        totals.forEach((subject, total) -> {
            Deque<Sample> of = samples.get(subject);
            if (of != null) {
                long base = of.getFirst().total();
                for (Sample sample : of) {
                    base = sample.at().isAfter(moment) ? base : sample.total();
                }
                if (total > base) {
                    grown.put(subject, total - base);
                }
            }
        });
        return grown;
    }
}
