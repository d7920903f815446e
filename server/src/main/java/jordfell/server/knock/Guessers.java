package jordfell.server.knock;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import jordfell.core.identity.GrowingPause;
import jordfell.core.identity.GuessWatch;
import jordfell.core.identity.MacAddress;
import org.springframework.stereotype.Component;

/** Watches sources that ask for files and prove nothing, and remembers those that guess. */
@Component
public class Guessers {

    private static final int MOST_SOURCES = 10_000;

    /** A source that tries one address after another; only phones that prove themselves are answered there. */
    public record Guesser(String source, int strangers, Instant since, Instant lastAt) {}

    private static final class Watched {
        private final GuessWatch watch = new GuessWatch();

        /** A site whose phones all hold an old password is no guesser yet. */
        private final GrowingPause passwords = new GrowingPause(200);

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

    /** Takes a request that proves nothing, for a strange address or an enrolled one; true if its source is guessing. */
    public boolean asks(String source, MacAddress mac) {
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

    /** Whether a source guesses at present. */
    public boolean isGuessing(String source) {
        Watched watched = bySource.getIfPresent(source);
        if (watched == null) {
            return false;
        }
        synchronized (watched) {
            return watched.watch.isGuessing()
                    || !watched.passwords.left(clock.instant()).isZero();
        }
    }

    /** A name and a password that open nothing came from this source, for whichever file. */
    public void wrongPassword(String source) {
        Watched watched = bySource.get(source, s -> new Watched());
        synchronized (watched) {
            watched.passwords.wrong(clock.instant());
        }
    }

    /** A phone behind this source proved itself. */
    public void proved(String source, MacAddress mac) {
        Watched watched = bySource.getIfPresent(source);
        if (watched != null) {
            synchronized (watched) {
                watched.watch.proved(mac);
            }
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
