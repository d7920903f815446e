package jordfell.server.security;

import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import jordfell.server.config.CannotStartException;
import jordfell.server.config.DataPlace;
import jordfell.server.config.JordfellProperties;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.security.crypto.encrypt.AesGcmBytesEncryptor;
import org.springframework.security.crypto.encrypt.BytesEncryptor;
import org.springframework.stereotype.Component;

/** Seals what must not lie about in clear: AES-256-GCM with a key that lies beside the database, not in it. */
@Component
public class Sealer {

    private static final int KEY_BYTES = 32;

    private final SecretKeySpec key;
    private final BytesEncryptor cipher;

    @Autowired
    Sealer(JordfellProperties properties) {
        this(
                DataPlace.isInMemory(properties.data())
                        ? fresh()
                        : key(DataPlace.of(properties.data()).key(), false));
    }

    private Sealer(byte[] key) {
        this.key = new SecretKeySpec(key, "HmacSHA256");
        this.cipher = AesGcmBytesEncryptor.withSecretKey(new SecretKeySpec(key, "AES"))
                .build();
    }

    /**
     * The sealer of a key file, which is made where it is missing.
     *
     * @param isNeeded whether something was sealed with it already, so that a new one would be of no use
     * @throws CannotStartException when it is needed and missing, or is no key
     */
    public static Sealer of(Path file, boolean isNeeded) {
        return new Sealer(key(file, isNeeded));
    }

    /** Whether this is the key with which it was sealed. */
    public boolean opens(byte[] sealed) {
        try {
            cipher.decrypt(sealed);
            return true;
        } catch (IllegalStateException | IllegalArgumentException e) {
            return false;
        }
    }

    /**
     * 32 bytes that only the holder of the key can make for this purpose, always the same ones (HMAC-SHA-256, RFC 2104).
     */
    public byte[] derive(String purpose) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(key);
            return mac.doFinal(purpose.getBytes(StandardCharsets.UTF_8));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has HMAC-SHA-256", e);
        }
    }

    public byte[] seal(String clear) {
        return cipher.encrypt(clear.getBytes(StandardCharsets.UTF_8));
    }

    public String open(byte[] sealed) {
        return new String(cipher.decrypt(sealed), StandardCharsets.UTF_8);
    }

    private static byte[] key(Path file, boolean isNeeded) {
        try {
            if (Files.exists(file)) {
                return read(file);
            }
            if (isNeeded) {
                throw new CannotStartException("The key " + file
                        + " is missing, and without it the database’s passwords can’t be opened. Put it back beside the"
                        + " database.");
            }
            byte[] key = fresh();
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(file, HexFormat.of().formatHex(key));
            return key;
        } catch (IOException e) {
            throw new CannotStartException(
                    "The key " + file + " can’t be read or made. Give it to " + System.getProperty("user.name") + ".");
        }
    }

    private static byte[] read(Path file) throws IOException {
        try {
            byte[] key = HexFormat.of().parseHex(Files.readString(file).strip());
            if (key.length == KEY_BYTES) {
                return key;
            }
        } catch (IllegalArgumentException | MalformedInputException e) {
            // Told below, with what would be right.
        }
        throw new CannotStartException("The file " + file + " holds no key: it should be " + 2 * KEY_BYTES
                + " digits of hexadecimal. Put the key back that belongs to the database.");
    }

    private static byte[] fresh() {
        byte[] key = new byte[KEY_BYTES];
        new SecureRandom().nextBytes(key);
        return key;
    }
}
