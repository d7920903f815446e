package jordfell.core.render;

import java.util.List;
import jordfell.core.identity.MacAddress;
import jordfell.core.settings.ResolvedSettings;

/** Everything a dialect may write into one device's file. */
public record DeviceConfig(MacAddress mac, String label, List<Station> stations, ResolvedSettings settings) {

    public DeviceConfig {
        stations = List.copyOf(stations);
    }

    /** The same with dots in place of every password, for showing. */
    public DeviceConfig withoutSecrets() {
        return new DeviceConfig(
                mac,
                label,
                stations.stream()
                        .map(s -> new Station(s.position(), s.number(), s.authUser(), "••••••••••••", s.settings()))
                        .toList(),
                settings);
    }
}
