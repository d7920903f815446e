package jordfell.server.security;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import jordfell.core.identity.GrowingPause;
import org.springframework.stereotype.Component;

/**
 * Slows wrong sign-ins, by address and by name. A browser in which somebody signed in before is counted apart, so that a
 * stranger who tries a name again and again shuts nobody out of it.
 */
@Component
class SignInWatch {

    private static final int FREE_BY_NAME = 8;
    private static final int FREE_BY_ADDRESS = 20;
    private static final int MOST = 20_000;

    private final InstantSource clock;
    private final Cache<String, GrowingPause> pauses = Caffeine.newBuilder()
            .maximumSize(MOST)
            .expireAfterAccess(Duration.ofHours(2))
            .build();

    SignInWatch(InstantSource clock) {
        this.clock = clock;
    }

    /** Somebody who tries a name, from where, and whether their browser is known for it. */
    record Trier(String login, String address, boolean known) {}

    /** How long this one has to wait before a try is looked at. */
    Duration left(Trier trier) {
        return keys(trier).stream()
                .map(key -> {
                    GrowingPause pause = pause(key);
                    synchronized (pause) {
                        return pause.left(clock.instant());
                    }
                })
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
    }

    void wrong(Trier trier) {
        keys(trier).forEach(key -> {
            GrowingPause pause = pause(key);
            synchronized (pause) {
                pause.wrong(clock.instant());
            }
        });
    }

    /** It was them: what was mistyped here is forgotten; what strangers tried with a known one's name is not. */
    void right(Trier trier) {
        pauses.invalidateAll(keys(trier));
    }

    private static List<String> keys(Trier trier) {
        return trier.known()
                ? List.of("known " + trier.login())
                : List.of("name " + trier.login(), "address " + trier.address());
    }

    private GrowingPause pause(String key) {
        return pauses.get(key, k -> new GrowingPause(k.startsWith("address ") ? FREE_BY_ADDRESS : FREE_BY_NAME));
    }
}
