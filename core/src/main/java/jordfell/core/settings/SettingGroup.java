package jordfell.core.settings;

import java.util.Arrays;
import java.util.Locale;

/** The plain headings under which settings stand, in the order of screens. */
public enum SettingGroup {
    REGISTRATION("Registration"),
    NETWORK("Network"),
    CLOCK("Clock"),
    CALLS("Calls"),
    SOUND("Sound"),
    SCREEN("Screen"),
    KEYS("Keys"),
    PHONEBOOK("Phonebook"),
    SECURITY("Security"),
    DIAGNOSTICS("Diagnostics"),
    PROVISIONING("Provisioning"),
    FIRMWARE("Firmware");

    private final String heading;

    SettingGroup(String heading) {
        this.heading = heading;
    }

    public String heading() {
        return heading;
    }

    static SettingGroup of(String part) {
        return Arrays.stream(values())
                .filter(group -> group.name().toLowerCase(Locale.ROOT).equals(part))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no group of settings is called " + part));
    }
}
