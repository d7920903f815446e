package jordfell.core.sip;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * What an Authorization header claims (RFC 7616 §3.4).
 *
 * @param nc the nonce count as written, 8 hexadecimal digits; empty without qop
 */
public record DigestAnswer(
        String username,
        String realm,
        String nonce,
        String uri,
        String response,
        DigestAlgorithm algorithm,
        String qop,
        String cnonce,
        String nc) {

    /** Reads a header's value; empty if it is no Digest, lacks a field, or names an unknown algorithm or qop. */
    public static Optional<DigestAnswer> read(String header) {
        Map<String, String> fields = DigestFields.read(header);
        String qop = fields.getOrDefault("qop", "");
        boolean complete = fields.keySet()
                        .containsAll(java.util.Set.of("username", "realm", "nonce", "uri", "response"))
                && (qop.isEmpty() || (qop.equals("auth") && fields.containsKey("cnonce") && fields.containsKey("nc")));
        if (!complete) {
            return Optional.empty();
        }
        return DigestAlgorithm.of(fields.getOrDefault("algorithm", ""))
                .map(algorithm -> new DigestAnswer(
                        fields.get("username"),
                        fields.get("realm"),
                        fields.get("nonce"),
                        fields.get("uri"),
                        fields.get("response"),
                        algorithm,
                        qop,
                        fields.getOrDefault("cnonce", ""),
                        fields.getOrDefault("nc", "")));
    }

    /** Makes the answer to a challenge. */
    public static DigestAnswer to(
            DigestChallenge challenge,
            String username,
            String password,
            String method,
            String uri,
            String cnonce,
            int count) {
        DigestAnswer blank = new DigestAnswer(
                username,
                challenge.realm(),
                challenge.nonce(),
                uri,
                "",
                challenge.algorithm(),
                "auth",
                cnonce,
                String.format(java.util.Locale.ROOT, "%08x", count));
        String response = blank.responseFor(method, password);
        return new DigestAnswer(
                username, blank.realm, blank.nonce, uri, response, blank.algorithm, blank.qop, cnonce, blank.nc);
    }

    /** Whether this password gives this response. */
    public boolean fits(String method, String password) {
        return candidates(method).test(password);
    }

    /** The same for many passwords: what does not depend on them is worked out once. */
    public Predicate<String> candidates(String method) {
        String behind = behind(method);
        byte[] wanted = response.toLowerCase(java.util.Locale.ROOT).getBytes(StandardCharsets.UTF_8);
        return password -> MessageDigest.isEqual(with(password, behind).getBytes(StandardCharsets.UTF_8), wanted);
    }

    /** The response that this header would have with the given password (RFC 7616 §3.4.1, RFC 2617 §3.2.2.1). */
    public String responseFor(String method, String password) {
        return with(password, behind(method));
    }

    private String with(String password, String behind) {
        String secret = algorithm.hash(username + ":" + realm + ":" + password);
        return algorithm.hash(
                (algorithm.isOfASession() ? algorithm.hash(secret + ":" + nonce + ":" + cnonce) : secret) + behind);
    }

    /** What is hashed behind H(A1): the same for every password. */
    private String behind(String method) {
        String ha2 = algorithm.hash(method + ":" + uri);
        return qop.isEmpty() ? ":" + nonce + ":" + ha2 : ":" + nonce + ":" + nc + ":" + cnonce + ":" + qop + ":" + ha2;
    }

    /** The header's value. */
    public String header() {
        return "Digest username=" + DigestFields.quote(username) + ", realm=" + DigestFields.quote(realm) + ", nonce="
                + DigestFields.quote(nonce) + ", uri=" + DigestFields.quote(uri) + ", response=\"" + response
                + "\", algorithm=" + algorithm.token()
                + (qop.isEmpty() ? "" : ", qop=" + qop + ", cnonce=" + DigestFields.quote(cnonce) + ", nc=" + nc);
    }
}
