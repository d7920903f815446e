package jordfell.core.sip;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;

/** The hash of a digest (RFC 7616 §6.1; for SIP: RFC 8760 §2.1). */
public enum DigestAlgorithm {
    MD5("MD5", "MD5", false),
    SHA_256("SHA-256", "SHA-256", false),
    MD5_SESS("MD5-sess", "MD5", true),
    SHA_256_SESS("SHA-256-sess", "SHA-256", true);

    private final String token;
    private final String platformName;
    private final boolean isOfASession;

    DigestAlgorithm(String token, String platformName, boolean isOfASession) {
        this.token = token;
        this.platformName = platformName;
        this.isOfASession = isOfASession;
    }

    /** Whether nonce and cnonce are hashed with the password once more (RFC 7616 §3.4.2). */
    boolean isOfASession() {
        return isOfASession;
    }

    /** As written in a header. */
    public String token() {
        return token;
    }

    /** The algorithm of a header's token; a header without one means MD5 (RFC 7616 §3.3). */
    public static Optional<DigestAlgorithm> of(String token) {
        return token.isEmpty()
                ? Optional.of(MD5)
                : Arrays.stream(values())
                        .filter(a -> a.token.equalsIgnoreCase(token))
                        .findFirst();
    }

    /** H(data) in lower-case hexadecimal. */
    String hash(String data) {
        try {
            MessageDigest digest = MessageDigest.getInstance(platformName);
            return HexFormat.of().formatHex(digest.digest(data.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has " + platformName, e);
        }
    }
}
