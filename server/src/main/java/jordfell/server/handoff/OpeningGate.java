package jordfell.server.handoff;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.HandoffStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Lets whoever has a link open it, and nobody try many. */
@Component
class OpeningGate {

    private static final int OPENINGS_PER_MINUTE = 10;
    private static final int MOST_SOURCES = 10_000;
    private static final int LONGEST_TOKEN = 64;
    private static final int LONGEST_AGENT = 200;

    /** The secret part of a link, as somebody gives it. */
    record Opening(@Nullable String token) {

        /** No more of it than a link holds. */
        String bounded() {
            String text = token == null ? "" : token;
            return text.substring(0, Math.min(LONGEST_TOKEN, text.length()));
        }
    }

    private final LoadingCache<String, Bucket> openings = Caffeine.newBuilder()
            .maximumSize(MOST_SOURCES)
            .expireAfterAccess(Duration.ofMinutes(2))
            .build(source -> Bucket.builder()
                    .addLimit(limit -> limit.capacity(OPENINGS_PER_MINUTE)
                            .refillGreedy(OPENINGS_PER_MINUTE, Duration.ofMinutes(1)))
                    .build());

    /** Counts a try from there to open a link of this kind. */
    void pass(HandoffStore.Gives kind, String source) {
        if (!openings.get(kind + " " + source).tryConsume(1)) {
            throw RefusedException.tooMany("Too many tries. Wait a minute.");
        }
    }

    /** What a browser says it is, as far as it is kept. */
    static String agent(String said) {
        return said.replaceAll("[^\\x20-\\x7e]", "?").substring(0, Math.min(LONGEST_AGENT, said.length()));
    }
}
