package jordfell.server.device;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.core.keys.KeyBank;
import jordfell.core.keys.KeyPlan;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialect;
import jordfell.core.roster.Domain;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import jordfell.server.records.Extension;

/**
 * A device with all that follows from its records.
 *
 * @param layers of the device as a whole
 * @param lines of its lines, settings resolved
 * @param keys what its keys do and what does not fit
 * @param notes what its model leaves out, one sentence each: nothing of it keeps the configuration from being made
 * @param dialect of its family; empty if that can't be written at present
 * @param writable what a file of any family could hold; empty if a line is unbound or a setting is wrong
 * @param config the same, if its family can be written
 * @param holds most names of a phonebook that its model holds; 0 if that is not known
 */
public record Assembled(
        Device device,
        Domain domain,
        Site site,
        List<OwnedLayer> layers,
        ResolvedSettings settings,
        List<Line> lines,
        KeyBank bank,
        KeyPlan keys,
        List<String> notes,
        Optional<Dialect> dialect,
        Optional<DeviceConfig> writable,
        Optional<DeviceConfig> config,
        Optional<String> text,
        int holds,
        DeviceFacts facts) {

    /** Passwords stand in its file, its configuration and what was sent. */
    @Override
    public String toString() {
        return "Assembled[" + device.id() + "]";
    }

    /** What its present file says of each line, which is released now. */
    public List<SentLine> sentLines(Instant now) {
        return config.stream()
                .flatMap(c -> c.stations().stream())
                .map(s -> new SentLine(
                        s.position(),
                        s.number(),
                        s.authUser(),
                        s.password(),
                        s.settings().value(SettingsCatalogue.REGISTRAR),
                        Integer.parseInt(s.settings().value(SettingsCatalogue.EXPIRY)),
                        since(s.number(), now),
                        s.settings().value(SettingsCatalogue.TRANSPORT)))
                .toList();
    }

    /** A number that was in the release before goes on; any other begins now. */
    private Optional<Instant> since(String number, Instant now) {
        return facts.released().stream()
                .flatMap(r -> r.sent().stream())
                .filter(line -> line.number().equals(number))
                .findFirst()
                .map(SentLine::since)
                .orElse(Optional.of(now));
    }

    /** The setting as it is for the device, or for its first line. */
    public ResolvedSetting setting(Setting setting) {
        if (setting.scope() == Scope.DEVICE) {
            return settings.get(setting.key());
        }
        return lines.isEmpty()
                ? SettingsResolver.resolve(
                                Scope.LINE,
                                layers.stream().map(OwnedLayer::layer).toList())
                        .get(setting.key())
                : lines.get(0).settings().get(setting.key());
    }

    /**
     * A line with its extension, if it has one, and its settings.
     *
     * @param layers what is said of this line beyond what is said of the device
     */
    public record Line(
            int position, Optional<Extension> extension, List<OwnedLayer> layers, ResolvedSettings settings) {}
}
