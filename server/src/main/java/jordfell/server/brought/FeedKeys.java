package jordfell.server.brought;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Base64;
import org.springframework.stereotype.Component;

/** Keys with which a program without a session may feed one piece of evidence, once. They lie in no file and no database. */
@Component
class FeedKeys {

    private static final int BYTES = 18;
    private static final Duration LIFE = Duration.ofHours(12);
    private static final int MOST = 200;

    private final SecureRandom random = new SecureRandom();
    private final Cache<Long, String> keys =
            Caffeine.newBuilder().maximumSize(MOST).expireAfterWrite(LIFE).build();

    /** A new key for this one; the one before opens nothing any more. */
    String make(long id) {
        byte[] bytes = new byte[BYTES];
        random.nextBytes(bytes);
        String key = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        keys.put(id, key);
        return key;
    }

    /** Whether it is the key, which opens nothing any more after that. */
    boolean use(long id, String key) {
        String right = keys.getIfPresent(id);
        boolean fits = right != null
                && MessageDigest.isEqual(right.getBytes(StandardCharsets.UTF_8), key.getBytes(StandardCharsets.UTF_8));
        if (fits) {
            keys.invalidate(id);
        }
        return fits;
    }
}
