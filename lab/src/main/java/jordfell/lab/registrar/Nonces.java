package jordfell.lab.registrar;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.random.RandomGenerator;
import java.util.regex.Pattern;
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

    private static final Pattern COUNT = Pattern.compile("[0-9a-fA-F]{8}");

    /** Uses that are remembered. */
    static final int MOST = 20_000;

    private final Duration lifetime;
    private final RandomGenerator random;
    private final Mac mac;

    private record Used(long count, Instant forgetAt) {}

    /** The one that was used last stands last. */
    private final Map<String, Used> used = new LinkedHashMap<>();

    /** What was issued until then may have been used without being remembered. */
    private Instant forgotten = Instant.MIN;

    Nonces(Duration lifetime, RandomGenerator random) {
        this.lifetime = lifetime;
        this.random = random;
        byte[] secret = new byte[32];
        random.nextBytes(secret);
        this.mac = keyed(secret);
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
        Instant issued = issuedAt(stamp);
        boolean isOver = !issued.plus(lifetime).isAfter(now);
        boolean isForgotten = !issued.isAfter(forgotten) && !used.containsKey(nonce);
        return isOver || isForgotten ? Standing.STALE : Standing.FRESH;
    }

    /** Takes a use of the nonce; false if this count was used before. */
    boolean use(String nonce, String nc, Instant now) {
        long count = COUNT.matcher(nc).matches() ? Long.parseLong(nc, 16) : 1;
        Used before = used.get(nonce);
        if (before != null && count <= before.count()) {
            return false;
        }
        used.remove(nonce);
        used.put(nonce, new Used(count, now.plus(lifetime)));
        if (used.size() > MOST) {
            forgetOldest();
        }
        return true;
    }

    /** Forgets the counts of nonces that must be over by now. */
    void forgetStale(Instant now) {
        Iterator<Used> oldest = used.values().iterator();
        while (oldest.hasNext() && !oldest.next().forgetAt().isAfter(now)) {
            oldest.remove();
        }
    }

    /** What was issued as early as the one that is forgotten is over for whoever has it still: it might be used twice. */
    private void forgetOldest() {
        Iterator<String> oldest = used.keySet().iterator();
        Instant issued = issuedAt(Base64.getUrlDecoder().decode(oldest.next()));
        oldest.remove();
        forgotten = issued.isAfter(forgotten) ? issued : forgotten;
    }

    private static Instant issuedAt(byte[] stamp) {
        return Instant.ofEpochMilli(ByteBuffer.wrap(stamp).getLong());
    }

    private byte[] mac(byte[] stamp) {
        return Arrays.copyOf(mac.doFinal(stamp), MAC_BYTES);
    }

    private static Mac keyed(byte[] secret) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret, "HmacSHA256"));
            return mac;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has HmacSHA256", e);
        }
    }
}
