package jordfell.server.provision;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import jordfell.core.identity.GuessWatch;
import jordfell.core.identity.MacAddress;
import org.springframework.stereotype.Component;

/** Watches sources that ask for addresses which nobody enrolled, and remembers those that guess. */
@Component
public class Guessers {

    private static final int MOST_SOURCES = 10_000;

    /** A source that tries one address after another; only what is enrolled is answered to it. */
    public record Guesser(String source, int strangers, Instant since, Instant lastAt) {}

    private static final class Watched {
        private final GuessWatch watch = new GuessWatch();
        private Instant since = Instant.EPOCH;
        private Instant lastAt = Instant.EPOCH;
    }

    private final InstantSource clock;
    private final Cache<String, Watched> bySource = Caffeine.newBuilder()
            .maximumSize(MOST_SOURCES)
            .expireAfterAccess(GuessWatch.WINDOW)
            .build();

    Guessers(InstantSource clock) {
        this.clock = clock;
    }

    /** Takes a request for a strange address; true if its source is guessing. */
    boolean asks(String source, MacAddress mac) {
        Watched watched = bySource.get(source, s -> new Watched());
        synchronized (watched) {
            Instant now = clock.instant();
            boolean before = watched.watch.isGuessing();
            boolean guessing = watched.watch.asks(mac, now);
            if (guessing && !before) {
                watched.since = now;
            }
            watched.lastAt = now;
            return guessing;
        }
    }

    /** Begins anew with a source: it was one of ours. */
    public void forget(String source) {
        bySource.invalidate(source);
    }

    /** The addresses of those that guess at present. */
    public List<String> sources() {
        return present().stream().map(Guesser::source).toList();
    }

    /** The sources that guess at present, the busiest first. */
    public List<Guesser> present() {
        return bySource.asMap().entrySet().stream()
                .flatMap(e -> {
                    Watched watched = e.getValue();
                    synchronized (watched) {
                        return watched.watch.isGuessing()
                                ? java.util.stream.Stream.of(new Guesser(
                                        e.getKey(), watched.watch.strangers(), watched.since, watched.lastAt))
                                : java.util.stream.Stream.empty();
                    }
                })
                .sorted(Comparator.comparingInt(Guesser::strangers).reversed())
                .toList();
    }
}
