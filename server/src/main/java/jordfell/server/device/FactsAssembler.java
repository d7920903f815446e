package jordfell.server.device;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import jordfell.core.formula.Vocabulary;
import jordfell.core.identity.MacAddress;
import jordfell.core.keys.KeyBank;
import jordfell.core.keys.KeyPlan;
import jordfell.core.keys.KeyWish;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.release.Revision;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialect;
import jordfell.core.render.Station;
import jordfell.core.roster.Domain;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.Site;
import jordfell.server.records.TemplateStore;
import org.springframework.stereotype.Component;

/** Gathers everything the records say of one device: settings, keys, the configuration they make, what was released. */
@Component
public class FactsAssembler {

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
     */
    public record Assembled(
            Device device,
            Domain domain,
            Site site,
            List<OwnedLayer> layers,
            ResolvedSettings settings,
            List<AssembledLine> lines,
            KeyBank bank,
            KeyPlan keys,
            List<String> notes,
            Optional<Dialect> dialect,
            Optional<DeviceConfig> writable,
            Optional<DeviceConfig> config,
            Optional<String> text,
            DeviceFacts facts) {

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
                            since(s.number(), now)))
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
    }

    /**
     * A line with its extension, if it has one, and its settings.
     *
     * @param layers what is said of this line beyond what is said of the device
     */
    public record AssembledLine(
            int position, Optional<Extension> extension, List<OwnedLayer> layers, ResolvedSettings settings) {}

    /** A layout of keys that is tried out and not kept. */
    public record KeyTrial(LayerKind kind, String owner, SortedMap<Integer, KeyWish> wishes) {}

    /** A word that is tried out and not kept: what one layer would say of one setting; empty if it said nothing. */
    public record Trial(LayerKind kind, String owner, Setting setting, Optional<String> value) {}

    private final DeviceStore devices;
    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final TemplateStore templates;
    private final DeviceLayers deviceLayers;
    private final FormulaNames names;
    private final DeviceKeys deviceKeys;
    private final ModelLimits limits;
    private final DialectBook dialects;
    private final ReleaseStore releases;

    FactsAssembler(
            DeviceStore devices,
            DomainStore domains,
            ExtensionStore extensions,
            TemplateStore templates,
            DeviceLayers deviceLayers,
            FormulaNames names,
            DeviceKeys deviceKeys,
            ModelLimits limits,
            DialectBook dialects,
            ReleaseStore releases) {
        this.devices = devices;
        this.domains = domains;
        this.extensions = extensions;
        this.templates = templates;
        this.deviceLayers = deviceLayers;
        this.names = names;
        this.deviceKeys = deviceKeys;
        this.limits = limits;
        this.dialects = dialects;
        this.releases = releases;
    }

    public Optional<Assembled> assemble(long deviceId) {
        return devices.find(deviceId).map(device -> assemble(device, Optional.empty()));
    }

    /** The device as it would be if a layer said something else. */
    public Optional<Assembled> assemble(long deviceId, Trial trial) {
        return devices.find(deviceId).map(device -> assemble(device, Optional.of(trial)));
    }

    /** The device as it would be if a layer wished for other keys. */
    public Optional<Assembled> withKeys(long deviceId, Optional<KeyTrial> keys) {
        return devices.find(deviceId).map(device -> assemble(device, Optional.empty(), keys));
    }

    private Assembled assemble(Device device, Optional<Trial> trial) {
        return assemble(device, trial, Optional.empty());
    }

    private Assembled assemble(Device device, Optional<Trial> trial, Optional<KeyTrial> keyTrial) {
        Site site = domains.site(device.siteId()).orElseThrow();
        Domain domain = domains.get(site.domainId());
        List<TemplateStore.Ref> chain =
                device.template().map(t -> templates.chain(t.id())).orElse(List.of());
        List<OwnedLayer> layers =
                tried(deviceLayers.ofDevice(device, domain, site, chain, devices.kit(device.id())), trial);
        Map<String, Map<String, String>> known = names.ofDevice(device, domain, site);
        ResolvedSettings settings = resolve(Scope.DEVICE, layers, List.of(), FormulaNames.values(known));
        List<AssembledLine> lines = devices.lines(device.id()).stream()
                .map(line -> line(device, site, line, layers, known, trial))
                .toList();
        KeyBank bank = device.model().bank(whole(settings.value(SettingsCatalogue.SIDECARS), 0));
        KeyPlan keys = deviceKeys.plan(device, domain.id(), chain, bank, numbers(lines), keyTrial);
        Optional<Dialect> dialect = dialects.find(device.model().family());
        List<String> problems = problems(device, settings, lines);
        boolean complete = problems.isEmpty()
                && !lines.isEmpty()
                && lines.stream().allMatch(l -> l.extension().isPresent());
        Optional<DeviceConfig> writable =
                complete ? Optional.of(config(device, settings, lines, keys)) : Optional.empty();
        Optional<DeviceConfig> config = writable.filter(c -> dialect.isPresent());
        if (device.byHand()) {
            problems.clear(); // what a file would lack, nobody misses
        } else if (dialect.isEmpty()) {
            problems.add("The family " + device.model().family()
                    + " has no body that can be written; mend it under Settings, Families.");
        }
        Optional<String> text = config.flatMap(c -> dialect.map(d -> d.render(c)));
        List<String> notes = limits.notes(device.model(), bank, keys, dialect, settings, lines);
        Optional<Revision> current = text.map(Revision::of);
        Optional<DeviceFacts.ReleaseFacts> released = releases.latest(device.id());
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
                current,
                released,
                current.equals(released.map(DeviceFacts.ReleaseFacts::revision))
                        ? Optional.empty()
                        : releases.heldBack(device.id()),
                Duration.ofSeconds(whole(settings.value(SettingsCatalogue.CHECK_EVERY), 900)),
                device.byHand(),
                devices.sharing(device.id()));
        return new Assembled(
                device, domain, site, layers, settings, lines, bank, keys, notes, dialect, writable, config, text,
                facts);
    }

    private AssembledLine line(
            Device device,
            Site site,
            DeviceStore.Line line,
            List<OwnedLayer> ofDevice,
            Map<String, Map<String, String>> known,
            Optional<Trial> trial) {
        Optional<Extension> extension = line.extensionId().flatMap(extensions::find);
        List<OwnedLayer> own =
                tried(deviceLayers.ofLine(extension, device.model().labelField(), site), trial);
        Map<String, Map<String, String>> all = new HashMap<>(known);
        all.putAll(names.ofLine(line.position(), extension));
        return new AssembledLine(
                line.position(), extension, own, resolve(Scope.LINE, ofDevice, own, FormulaNames.values(all)));
    }

    private static ResolvedSettings resolve(
            Scope scope, List<OwnedLayer> ofDevice, List<OwnedLayer> ofLine, Vocabulary.Values values) {
        List<Layer> layers = new ArrayList<>(ofDevice.size() + ofLine.size());
        ofDevice.forEach(l -> layers.add(l.layer()));
        ofLine.forEach(l -> layers.add(l.layer()));
        return SettingsResolver.resolve(scope, layers, values);
    }

    private static List<OwnedLayer> tried(List<OwnedLayer> layers, Optional<Trial> trial) {
        return trial.isEmpty()
                ? layers
                : layers.stream()
                        .map(l -> l.layer().kind() == trial.get().kind()
                                        && l.owner().equals(trial.get().owner())
                                ? new OwnedLayer(
                                        l.owner(),
                                        l.layer()
                                                .with(
                                                        trial.get().setting(),
                                                        trial.get().value()))
                                : l)
                        .toList();
    }

    private DeviceConfig config(Device device, ResolvedSettings settings, List<AssembledLine> lines, KeyPlan keys) {
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
        return new DeviceConfig(
                device.label(), device.mac().map(MacAddress::compact).orElse(""), stations, settings, keys.placed());
    }

    private List<String> problems(Device device, ResolvedSettings settings, List<AssembledLine> lines) {
        List<String> problems = new ArrayList<>();
        settings.problems().forEach(s -> problems.add(sentence(s)));
        lines.stream()
                .flatMap(line -> line.settings().problems().stream())
                .map(FactsAssembler::sentence)
                .filter(s -> !problems.contains(s))
                .forEach(problems::add);
        problems.addAll(limits.problems(device.model(), lines));
        return problems;
    }

    private static String sentence(ResolvedSetting s) {
        return s.setting().label() + ": " + s.problem().orElseThrow();
    }

    private static List<String> numbers(List<AssembledLine> lines) {
        return lines.stream()
                .flatMap(l -> l.extension().stream())
                .map(Extension::number)
                .toList();
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
