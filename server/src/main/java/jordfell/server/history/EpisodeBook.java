package jordfell.server.history;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Folding;
import jordfell.core.evidence.Folding.Fate;
import jordfell.core.evidence.Folding.Write;
import jordfell.core.evidence.Observation;
import jordfell.server.history.EpisodeStore.Stored;
import org.springframework.stereotype.Component;

/**
 * Folds what is seen into the log of evidence. A contact that goes on answering OPTIONS changes its row a few times an hour and
 * not every minute; what waits for that is part of what is read all the same. Used by the one thread that writes evidence.
 */
@Component
class EpisodeBook {

    private static final int MOST_IN_MIND = 120_000;

    /** An answered ping says only that nothing changed. */
    private static final String MAY_WAIT = "ping";

    /** So long it may wait, unless too many do. */
    private static final Duration MAY_WAIT_FOR = Duration.ofMinutes(5);

    private static final int MOST_WAITING = 120_000;

    /** So many of them are written with a batch: all at once would keep what is seen waiting for seconds. */
    private static final int WRITTEN_AT_ONCE = 500;

    private record Page(Folding folding, Map<String, Long> ids) {}

    private final EpisodeStore store;
    private final Cache<Long, Page> pages =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    private record Waiting(Episode episode, Instant since) {}

    /** By the number of the row, those that wait longest first. */
    private final Map<Long, Waiting> waiting = new LinkedHashMap<>();

    EpisodeBook(EpisodeStore store) {
        this.store = store;
    }

    /** Writes what these lead to; to be called in a transaction. */
    synchronized void take(Map<Long, List<Observation>> seen, Instant now) {
        List<Long> ofDevices = new ArrayList<>();
        List<Episode> begun = new ArrayList<>();
        List<Map<String, Long>> ids = new ArrayList<>();
        List<Stored> goneOn = new ArrayList<>();
        List<Long> ended = new ArrayList<>();
        seen.forEach((device, observations) -> {
            Page page = pages.get(device, id -> open(id, observations.get(0).at()));
            for (Write write : page.folding().take(observations)) {
                Episode episode = write.episode();
                if (write.fate() == Fate.BEGINS) {
                    ofDevices.add(device);
                    begun.add(episode);
                    ids.add(page.ids());
                    continue;
                }
                long id = write.fate() == Fate.ENDS
                        ? page.ids().remove(episode.key())
                        : page.ids().get(episode.key());
                if (write.fate() == Fate.ENDS) {
                    ended.add(id);
                } else if (episode.kind().equals(MAY_WAIT)) {
                    waiting.compute(id, (row, w) -> new Waiting(episode, w == null ? now : w.since()));
                } else {
                    goneOn.add(new Stored(id, episode));
                }
            }
            page.ids().keySet().removeIf(key -> !page.folding().knows(key));
        });
        List<Long> made = store.insert(ofDevices, begun);
        for (int i = 0; i < made.size(); i++) {
            ids.get(i).put(begun.get(i).key(), made.get(i));
        }
        store.update(goneOn);
        store.delete(ended);
    }

    /** Forgets what is in mind of these, because it could not be written: it is read again. */
    synchronized void forget(Iterable<Long> devices) {
        pages.invalidateAll(devices);
    }

    /** Writes some of what waits long enough, to be called in a transaction. What was written is to be told as such. */
    synchronized List<Long> writeSome(Instant now) {
        List<Stored> some = new ArrayList<>();
        for (Map.Entry<Long, Waiting> one : waiting.entrySet()) {
            boolean isDue = waiting.size() - some.size() > MOST_WAITING
                    || !one.getValue().since().plus(MAY_WAIT_FOR).isAfter(now);
            if (!isDue || some.size() == WRITTEN_AT_ONCE) {
                break;
            }
            some.add(new Stored(one.getKey(), one.getValue().episode()));
        }
        store.update(some);
        return some.stream().map(Stored::id).toList();
    }

    /** These are kept by now. */
    synchronized void written(List<Long> rows) {
        rows.forEach(waiting::remove);
    }

    /** Writes all that waits. */
    synchronized void writeWaiting() {
        store.update(waiting.entrySet().stream()
                .map(e -> new Stored(e.getKey(), e.getValue().episode()))
                .toList());
        waiting.clear();
    }

    /** The newest episodes of a device, what waits to be written included. */
    synchronized List<Stored> withWaiting(List<Stored> stored) {
        return stored.stream()
                .map(s -> Optional.ofNullable(waiting.get(s.id()))
                        .map(w -> new Stored(s.id(), w.episode()))
                        .orElse(s))
                .toList();
    }

    private Page open(long device, Instant now) {
        List<Stored> recent = store.since(device, now.minus(Folding.SPAN));
        Map<String, Long> ids = new HashMap<>();
        recent.forEach(s -> ids.put(s.episode().key(), s.id()));
        return new Page(Folding.from(recent.stream().map(Stored::episode).toList()), ids);
    }
}
