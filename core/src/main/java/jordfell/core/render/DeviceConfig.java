package jordfell.core.render;

import java.util.List;
import jordfell.core.settings.ResolvedSettings;

/** Everything a dialect may write into one device's file. */
public record DeviceConfig(String label, List<Station> stations, ResolvedSettings settings) {

    public DeviceConfig {
        stations = List.copyOf(stations);
    }

    /** The position of its last line; 0 if it has none. */
    public int lastPosition() {
        return stations.isEmpty() ? 0 : stations.get(stations.size() - 1).position();
    }

    /** The same with dots in place of every password, for showing. */
    public DeviceConfig withoutSecrets() {
        return new DeviceConfig(
                label,
                stations.stream()
                        .map(s -> new Station(s.position(), s.number(), s.authUser(), "••••••••••••", s.settings()))
                        .toList(),
                settings);
    }
}
