package jordfell.server.handoff;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.HandoffStore;

/** The secret parts of links that are opened once. */
final class LinkTokens {

    private static final int BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

    private LinkTokens() {}

    /** One that nobody guesses. */
    static String fresh() {
        byte[] bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** What is kept of it. */
    static String hash(String token) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }

    /** The link of this secret part that gives such a thing and can still be opened; says why if it can't. */
    static HandoffStore.Handoff openable(HandoffStore store, HandoffStore.Gives gives, String token, Instant now) {
        HandoffStore.Handoff link = store.byToken(hash(token))
                .filter(known -> known.gives() == gives)
                .orElseThrow(() -> RefusedException.gone("This link is not known. Ask for a new one."));
        refuseSpent(link, now);
        return link;
    }

    static void refuseSpent(HandoffStore.Handoff link, Instant now) {
        if (link.openedAt() != null) {
            throw RefusedException.gone("This link was opened already, at " + link.openedAt()
                    + ". If that was not you, tell your technician.");
        }
        if (link.revokedAt() != null) {
            throw RefusedException.gone("This link was taken back. Ask for a new one.");
        }
        if (link.expiresAt().isBefore(now)) {
            throw RefusedException.gone("This link ran out. Ask for a new one.");
        }
    }
}
