package jordfell.core.release;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * Which bytes a configuration has: the first 16 hexadecimal digits of their SHA-256.
 *
 * <p>64 bits tell 100,000 devices' configurations apart over years; they are not a defence against forgery.
 */
public record Revision(String id) {

    public static Revision of(String text) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return new Revision(HexFormat.of().formatHex(hash, 0, 8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }

    /** Four digits, as shown to people. */
    public String brief() {
        return id.substring(0, 4);
    }
}
