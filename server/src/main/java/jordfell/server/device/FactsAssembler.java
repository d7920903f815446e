package jordfell.server.device;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.release.Revision;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialects;
import jordfell.core.render.Station;
import jordfell.core.roster.Domain;
import jordfell.core.settings.Layer;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import jordfell.server.release.ReleaseStore;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.Extension;
import jordfell.server.roster.ExtensionStore;
import jordfell.server.roster.Site;
import jordfell.server.settings.DeviceLayers;
import org.springframework.stereotype.Component;

/** Gathers everything the records say of one device: settings, the configuration they make, what was released. */
@Component
public class FactsAssembler {

    /**
     * A device with all that follows from its records.
     *
     * @param layers of the device as a whole
     * @param lines of its lines, settings resolved
     * @param config what its file would hold; empty if a line is unbound or a setting is wrong
     */
    public record Assembled(
            Device device,
            Domain domain,
            Site site,
            List<Layer> layers,
            ResolvedSettings settings,
            List<AssembledLine> lines,
            Optional<DeviceConfig> config,
            Optional<String> text,
            DeviceFacts facts) {

        /** What its present file says of each line. */
        public List<SentLine> sentLines() {
            return config.stream()
                    .flatMap(c -> c.stations().stream())
                    .map(s -> new SentLine(
                            s.position(),
                            s.number(),
                            s.authUser(),
                            s.password(),
                            s.settings().value(SettingsCatalogue.REGISTRAR),
                            Integer.parseInt(s.settings().value(SettingsCatalogue.EXPIRY))))
                    .toList();
        }
    }

    /** A line with its extension, if it has one, and its settings. */
    public record AssembledLine(int position, Optional<Extension> extension, ResolvedSettings settings) {}

    private final DeviceStore devices;
    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final DeviceLayers deviceLayers;
    private final ReleaseStore releases;

    FactsAssembler(
            DeviceStore devices,
            DomainStore domains,
            ExtensionStore extensions,
            DeviceLayers deviceLayers,
            ReleaseStore releases) {
        this.devices = devices;
        this.domains = domains;
        this.extensions = extensions;
        this.deviceLayers = deviceLayers;
        this.releases = releases;
    }

    public Optional<Assembled> assemble(long deviceId) {
        return devices.find(deviceId).map(this::assemble);
    }

    private Assembled assemble(Device device) {
        Site site = domains.site(device.siteId()).orElseThrow();
        Domain domain = domains.get(site.domainId());
        List<Layer> layers = deviceLayers.ofDevice(device, domain, site);
        ResolvedSettings settings = SettingsResolver.resolve(Scope.DEVICE, layers);
        List<AssembledLine> lines = devices.lines(device.id()).stream()
                .map(line -> {
                    Optional<Extension> extension = line.extensionId().flatMap(extensions::find);
                    return new AssembledLine(
                            line.position(),
                            extension,
                            SettingsResolver.resolve(
                                    Scope.LINE,
                                    deviceLayers.ofLine(
                                            layers, extension, device.model().labelField(), site)));
                })
                .toList();
        List<String> problems = problems(device, settings, lines);
        boolean complete = problems.isEmpty()
                && !lines.isEmpty()
                && lines.stream().allMatch(l -> l.extension().isPresent());
        Optional<DeviceConfig> config = complete ? Optional.of(config(device, settings, lines)) : Optional.empty();
        Optional<String> text =
                config.map(c -> Dialects.of(device.model().family()).render(c));
        DeviceFacts facts = new DeviceFacts(
                device.id(),
                device.mac(),
                device.claim(),
                device.standing(),
                device.label(),
                device.model(),
                site.name(),
                device.enrolledAt(),
                device.enrolledBy(),
                domain,
                lines.stream().map(FactsAssembler::lineFacts).toList(),
                problems,
                text.map(Revision::of),
                releases.latest(device.id()),
                Duration.ofSeconds(whole(settings.value(SettingsCatalogue.CHECK_EVERY), 900)));
        return new Assembled(device, domain, site, layers, settings, lines, config, text, facts);
    }

    private DeviceConfig config(Device device, ResolvedSettings settings, List<AssembledLine> lines) {
        List<Station> stations = new ArrayList<>();
        for (AssembledLine line : lines) {
            Extension extension = line.extension().orElseThrow();
            stations.add(new Station(
                    line.position(),
                    extension.number(),
                    extension.authUser(),
                    extensions.passwords(extension.id()).get(0),
                    line.settings()));
        }
        return new DeviceConfig(device.label(), stations, settings);
    }

    private static List<String> problems(Device device, ResolvedSettings settings, List<AssembledLine> lines) {
        List<String> problems = new ArrayList<>();
        settings.problems().forEach(s -> problems.add(sentence(s)));
        lines.stream()
                .flatMap(line -> line.settings().problems().stream())
                .map(FactsAssembler::sentence)
                .filter(s -> !problems.contains(s))
                .forEach(problems::add);
        if (lines.size() > device.model().lines()) {
            problems.add("It has " + lines.size() + " lines; the "
                    + device.model().fullName() + " holds " + device.model().lines() + ".");
        }
        return problems;
    }

    private static String sentence(ResolvedSetting s) {
        return s.setting().label() + ": " + s.problem().orElseThrow();
    }

    private static LineFacts lineFacts(AssembledLine line) {
        return new LineFacts(
                line.position(),
                line.extension().map(e -> new ExtensionFacts(e.id(), e.number(), e.authUser(), e.displayName())),
                line.settings().value(SettingsCatalogue.REGISTRAR),
                whole(line.settings().value(SettingsCatalogue.EXPIRY), 3_600));
    }

    private static int whole(String text, int otherwise) {
        return text.matches("[0-9]{1,9}") ? Integer.parseInt(text) : otherwise;
    }
}
