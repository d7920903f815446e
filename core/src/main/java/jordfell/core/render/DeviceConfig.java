package jordfell.core.render;

import java.util.List;
import java.util.Optional;
import jordfell.core.keys.KeyPlan;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.ResolvedSettings;

/**
 * Everything a dialect may write into one device's file.
 *
 * @param mac twelve hexadecimal digits in lower case; empty until it is known
 * @param keys those that do something
 */
public record DeviceConfig(
        String label, String mac, List<Station> stations, ResolvedSettings settings, List<KeyPlan.Placed> keys) {

    private static final String DOTS = "••••••••••••";

    public DeviceConfig {
        stations = List.copyOf(stations);
        keys = List.copyOf(keys);
    }

    /** The same with dots in place of every secret, for showing. */
    public DeviceConfig withoutSecrets() {
        return new DeviceConfig(
                label,
                mac,
                stations.stream()
                        .map(s -> new Station(s.position(), s.number(), s.authUser(), DOTS, s.settings()))
                        .toList(),
                new ResolvedSettings(
                        settings.all().stream().map(DeviceConfig::dotted).toList()),
                keys);
    }

    private static ResolvedSetting dotted(ResolvedSetting s) {
        return s.setting().isSecret() && s.value().filter(v -> !v.isEmpty()).isPresent()
                ? new ResolvedSetting(s.setting(), Optional.of(DOTS), s.words(), s.standing(), s.problem())
                : s;
    }
}
