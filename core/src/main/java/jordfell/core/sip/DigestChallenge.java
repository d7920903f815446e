package jordfell.core.sip;

import java.util.Map;
import java.util.Optional;

/** What a WWW-Authenticate header asks for (RFC 7616 §3.3); qop is always {@code auth}. */
public record DigestChallenge(String realm, String nonce, DigestAlgorithm algorithm, boolean stale) {

    /** Reads a header's value; empty if it is no Digest or one that can't be answered here. */
    public static Optional<DigestChallenge> read(String header) {
        Map<String, String> fields = DigestFields.read(header);
        if (!fields.containsKey("realm") || !fields.containsKey("nonce")) {
            return Optional.empty();
        }
        return DigestAlgorithm.of(fields.getOrDefault("algorithm", ""))
                .map(a -> new DigestChallenge(
                        fields.get("realm"), fields.get("nonce"), a, "true".equalsIgnoreCase(fields.get("stale"))));
    }

    /** What a header's value wants to be hashed with, as it says it, whether that is known here or not; empty if it is no Digest. */
    public static Optional<String> algorithmOf(String header) {
        Map<String, String> fields = DigestFields.read(header);
        return fields.containsKey("realm") && fields.containsKey("nonce")
                ? Optional.of(fields.getOrDefault("algorithm", DigestAlgorithm.MD5.token()))
                : Optional.empty();
    }

    /** The header's value. */
    public String header() {
        return "Digest realm=" + DigestFields.quote(realm) + ", nonce=" + DigestFields.quote(nonce) + ", algorithm="
                + algorithm.token() + ", qop=\"auth\"" + (stale ? ", stale=true" : "");
    }
}
