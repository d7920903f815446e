package jordfell.core.settings;

import java.util.Optional;

/**
 * One thing that can be set, independent of any manufacturer.
 *
 * @param key stable, dotted: {@code registration.expiry}
 * @param group plain heading it stands under
 * @param label what people call it
 * @param purpose one sentence on what it is for
 * @param fallback the value when no layer speaks; empty when some layer must
 */
public record Setting(
        String key,
        String group,
        String label,
        Scope scope,
        SettingType type,
        Optional<String> fallback,
        String purpose) {

    /** Whether it has one value for the device or one for each line. */
    public enum Scope {
        DEVICE,
        LINE
    }
}
