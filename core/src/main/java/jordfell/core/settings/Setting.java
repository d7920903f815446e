package jordfell.core.settings;

import java.util.Optional;

/**
 * One thing that can be set, independent of any manufacturer.
 *
 * @param key stable, dotted: {@code registration.expiry}
 * @param label what people call it
 * @param mayBeEmpty whether empty text is a value: nothing, nowhere, nobody
 * @param usual the value when no layer speaks; empty when some layer must
 * @param restart whether devices must restart before a change takes effect
 * @param purpose one sentence on what it is for
 */
public record Setting(
        String key,
        String label,
        Scope scope,
        SettingType type,
        boolean mayBeEmpty,
        Optional<String> usual,
        boolean restart,
        String purpose) {

    /** Whether it has one value for the device or one for each line. */
    public enum Scope {
        DEVICE,
        LINE
    }

    /** The plain heading it stands under: {@code registration} of {@code registration.expiry}. */
    public SettingGroup group() {
        return SettingGroup.of(key.substring(0, key.indexOf('.')));
    }

    public boolean isSecret() {
        return type instanceof SettingType.Secret;
    }

    /** Why this value can't be used: what is wrong and what would be right. Empty when it can. */
    public Optional<String> refuse(String value) {
        return value.isEmpty() && mayBeEmpty ? Optional.empty() : type.refuse(value);
    }
}
