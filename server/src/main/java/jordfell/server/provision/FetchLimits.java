package jordfell.server.provision;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import jordfell.server.config.JordfellProperties;
import org.springframework.stereotype.Component;

/** How often configurations may be fetched: so many a second by one source, and one file so many times a minute. */
@Component
class FetchLimits {

    /** One phone has no reason to ask for one file more often. */
    private static final int PER_FILE_AND_MINUTE = 60;

    private final LoadingCache<String, Bucket> bySource;
    private final LoadingCache<String, Bucket> byFile = buckets(PER_FILE_AND_MINUTE, Duration.ofMinutes(1));

    FetchLimits(JordfellProperties properties) {
        this.bySource = buckets(properties.fetchesPerSecond(), Duration.ofSeconds(1));
    }

    /** Whether this source may have this file now; asking counts. */
    boolean allow(String source, String file) {
        return bySource.get(source).tryConsume(1)
                && byFile.get(source + " " + file).tryConsume(1);
    }

    private static LoadingCache<String, Bucket> buckets(int most, Duration per) {
        return Caffeine.newBuilder()
                .maximumSize(100_000)
                .expireAfterAccess(per.multipliedBy(2))
                .build(key -> Bucket.builder()
                        .addLimit(limit -> limit.capacity(most).refillGreedy(most, per))
                        .build());
    }
}
