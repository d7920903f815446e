package jordfell.core.alarm;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Shows whoever is posted to that it came from here and is as it was sent (HMAC-SHA-256, RFC 2104). */
public final class WebhookSignature {

    private WebhookSignature() {}

    /** Over the moment and the body, so that an old one can’t be sent again as a new one: {@code sha256=…}. */
    public static String of(byte[] key, Instant at, String body) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            byte[] signed = mac.doFinal((at.getEpochSecond() + "." + body).getBytes(StandardCharsets.UTF_8));
            return "sha256=" + HexFormat.of().formatHex(signed);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has HMAC-SHA-256", e);
        }
    }
}
