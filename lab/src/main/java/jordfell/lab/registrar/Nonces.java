package jordfell.lab.registrar;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.random.RandomGenerator;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Makes nonces that prove their own age (RFC 7616 §5.4), so that unanswered challenges cost no memory, and counts how
 * often an answered one was used (§3.4, nc).
 */
final class Nonces {

    /** How a nonce that came back stands. */
    enum Standing {
        FRESH,
        STALE,
        FOREIGN
    }

    private static final int RANDOM_BYTES = 8;
    private static final int STAMP_BYTES = Long.BYTES + RANDOM_BYTES;
    private static final int MAC_BYTES = 16;

    private final Duration lifetime;
    private final RandomGenerator random;
    private final SecretKeySpec key;

    private record Used(long count, Instant forgetAt) {}

    private final Map<String, Used> used = new HashMap<>();

    Nonces(Duration lifetime, RandomGenerator random) {
        this.lifetime = lifetime;
        this.random = random;
        byte[] secret = new byte[32];
        random.nextBytes(secret);
        this.key = new SecretKeySpec(secret, "HmacSHA256");
    }

    String issue(Instant now) {
        byte[] salt = new byte[RANDOM_BYTES];
        random.nextBytes(salt);
        byte[] stamp = ByteBuffer.allocate(STAMP_BYTES)
                .putLong(now.toEpochMilli())
                .put(salt)
                .array();
        byte[] nonce = ByteBuffer.allocate(STAMP_BYTES + MAC_BYTES)
                .put(stamp)
                .put(mac(stamp))
                .array();
        return Base64.getUrlEncoder().withoutPadding().encodeToString(nonce);
    }

    Standing judge(String nonce, Instant now) {
        byte[] bytes;
        try {
            bytes = Base64.getUrlDecoder().decode(nonce);
        } catch (IllegalArgumentException e) {
            return Standing.FOREIGN;
        }
        if (bytes.length != STAMP_BYTES + MAC_BYTES) {
            return Standing.FOREIGN;
        }
        byte[] stamp = Arrays.copyOf(bytes, STAMP_BYTES);
        if (!MessageDigest.isEqual(mac(stamp), Arrays.copyOfRange(bytes, STAMP_BYTES, bytes.length))) {
            return Standing.FOREIGN;
        }
        return issuedAt(stamp).plus(lifetime).isAfter(now) ? Standing.FRESH : Standing.STALE;
    }

    /** Takes a use of the nonce; false if this count was used before. */
    boolean use(String nonce, String nc, Instant now) {
        long count = nc.matches("[0-9a-fA-F]{8}") ? Long.parseLong(nc, 16) : 1;
        Used before = used.get(nonce);
        if (before != null && count <= before.count()) {
            return false;
        }
        used.put(nonce, new Used(count, now.plus(lifetime)));
        return true;
    }

    /** Forgets the counts of nonces that must be over by now. */
    void forgetStale(Instant now) {
        used.values().removeIf(u -> !u.forgetAt().isAfter(now));
    }

    private static Instant issuedAt(byte[] stamp) {
        return Instant.ofEpochMilli(ByteBuffer.wrap(stamp).getLong());
    }

    private byte[] mac(byte[] stamp) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(key);
            return Arrays.copyOf(mac.doFinal(stamp), MAC_BYTES);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has HmacSHA256", e);
        }
    }
}
