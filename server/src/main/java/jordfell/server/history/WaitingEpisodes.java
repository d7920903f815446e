package jordfell.server.history;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Episode;
import jordfell.server.history.EpisodeStore.Stored;

/**
 * Episodes whose rows are written over later, by the numbers of the rows, those that wait longest first. Used by the one thread
 * that writes evidence, and read by all.
 */
final class WaitingEpisodes {

    private static final int MOST = 120_000;

    private final Duration atMost;
    private final int writtenAtOnce;

    private record Waiting(Episode episode, Instant since) {}

    private final Map<Long, Waiting> byRow = new LinkedHashMap<>();

    /**
     * @param atMost how long each of them waits
     * @param writtenAtOnce so many are written with a batch: all at once would keep what is seen waiting for seconds
     */
    WaitingEpisodes(Duration atMost, int writtenAtOnce) {
        this.atMost = atMost;
        this.writtenAtOnce = writtenAtOnce;
    }

    synchronized void put(List<Stored> changed, Instant now) {
        changed.forEach(s -> byRow.compute(s.id(), (row, w) -> new Waiting(s.episode(), w == null ? now : w.since())));
    }

    /** Some that waited long enough, or that are too many. */
    synchronized List<Stored> due(Instant now) {
        List<Stored> due = new ArrayList<>();
        for (Map.Entry<Long, Waiting> one : byRow.entrySet()) {
            boolean isDue = byRow.size() - due.size() > MOST
                    || !one.getValue().since().plus(atMost).isAfter(now);
            if (!isDue || due.size() == writtenAtOnce) {
                break;
            }
            due.add(new Stored(one.getKey(), one.getValue().episode()));
        }
        return due;
    }

    synchronized List<Stored> all() {
        return byRow.entrySet().stream()
                .map(e -> new Stored(e.getKey(), e.getValue().episode()))
                .toList();
    }

    /** These wait no more: they are written, or their rows are gone. */
    synchronized void remove(List<Long> rows) {
        rows.forEach(byRow::remove);
    }

    /** As it is by now. */
    synchronized Stored newest(Stored stored) {
        return Optional.ofNullable(byRow.get(stored.id()))
                .map(w -> new Stored(stored.id(), w.episode()))
                .orElse(stored);
    }
}
