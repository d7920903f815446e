package jordfell.server.release;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import jordfell.core.render.DeviceConfig;
import jordfell.core.settings.SettingsCatalogue;

/** Proves that a name and password are the ones that a device was sent for fetching its files, without holding them. */
public final class FetchProof {

    private FetchProof() {}

    public static String of(long deviceId, String user, String password) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256")
                    .digest((deviceId + ":" + user + ":" + password).getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }

    /** The proof of what a configuration says; empty text if it says nothing. */
    static String of(long deviceId, DeviceConfig config) {
        String user = config.settings().value(SettingsCatalogue.PROVISIONING_USER);
        return user.isEmpty()
                ? ""
                : of(deviceId, user, config.settings().value(SettingsCatalogue.PROVISIONING_PASSWORD));
    }
}
