package jordfell.server.security;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.HexFormat;
import javax.crypto.spec.SecretKeySpec;
import jordfell.server.config.JordfellProperties;
import org.springframework.security.crypto.encrypt.AesGcmBytesEncryptor;
import org.springframework.security.crypto.encrypt.BytesEncryptor;
import org.springframework.stereotype.Component;

/** Seals what must not lie about in clear: AES-256-GCM with a key that lies beside the database, not in it. */
@Component
public class Sealer {

    private static final int KEY_BYTES = 32;

    private final BytesEncryptor cipher;

    Sealer(JordfellProperties properties) {
        this.cipher = AesGcmBytesEncryptor.withSecretKey(new SecretKeySpec(key(properties.data()), "AES"))
                .build();
    }

    public byte[] seal(String clear) {
        return cipher.encrypt(clear.getBytes(StandardCharsets.UTF_8));
    }

    public String open(byte[] sealed) {
        return new String(cipher.decrypt(sealed), StandardCharsets.UTF_8);
    }

    private static byte[] key(String data) {
        if (data.startsWith("mem:")) {
            return fresh();
        }
        Path file = Path.of(data + ".key");
        try {
            if (Files.exists(file)) {
                return HexFormat.of().parseHex(Files.readString(file).strip());
            }
            byte[] key = fresh();
            if (file.getParent() != null) {
                Files.createDirectories(file.getParent());
            }
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(file, HexFormat.of().formatHex(key));
            return key;
        } catch (IOException e) {
            throw new UncheckedIOException("the key file " + file + " can't be read or made", e);
        }
    }

    private static byte[] fresh() {
        byte[] key = new byte[KEY_BYTES];
        new SecureRandom().nextBytes(key);
        return key;
    }
}
