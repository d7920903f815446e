package jordfell.server.history;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Folding;
import jordfell.core.evidence.Folding.Fate;
import jordfell.core.evidence.Folding.Write;
import jordfell.core.evidence.Observation;
import jordfell.server.history.EpisodeStore.Stored;
import org.springframework.stereotype.Component;

/** Folds what is seen into the log of evidence: what says nothing new is written later. Used by the one thread that writes evidence. */
@Component
class EpisodeBook {

    private static final int MOST_IN_MIND = 120_000;

    /** A contact that goes on answering OPTIONS, a phone that asks for its file again and is answered as before. */
    private static final Set<String> SAYS_NOTHING_NEW = Set.of("ping", "config", "phonebook");

    private record Page(Folding folding, Map<String, Long> ids) {}

    private final EpisodeStore store;
    private final Cache<Long, Page> pages =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    EpisodeBook(EpisodeStore store) {
        this.store = store;
    }

    /** Writes what these lead to; to be called in a transaction. */
    void take(Map<Long, List<Observation>> seen, Instant now) {
        List<Long> ofDevices = new ArrayList<>();
        List<Episode> begun = new ArrayList<>();
        List<Map<String, Long>> ids = new ArrayList<>();
        List<Stored> goneOn = new ArrayList<>();
        List<Stored> repeated = new ArrayList<>();
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
                } else {
                    (SAYS_NOTHING_NEW.contains(episode.kind()) ? repeated : goneOn).add(new Stored(id, episode));
                }
            }
            page.ids().keySet().removeIf(key -> !page.folding().knows(key));
        });
        List<Long> made = store.insert(ofDevices, begun);
        for (int i = 0; i < made.size(); i++) {
            ids.get(i).put(begun.get(i).key(), made.get(i));
        }
        store.update(goneOn, now);
        store.updateLater(repeated, now);
        store.delete(ended);
    }

    /** Forgets what is in mind of these, because it could not be written: it is read again. */
    void forget(Iterable<Long> devices) {
        pages.invalidateAll(devices);
    }

    private Page open(long device, Instant now) {
        List<Stored> recent = store.since(device, now.minus(Folding.SPAN));
        Map<String, Long> ids = new HashMap<>();
        recent.forEach(s -> ids.put(s.episode().key(), s.id()));
        return new Page(Folding.from(recent.stream().map(Stored::episode).toList()), ids);
    }
}
