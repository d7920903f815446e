package jordfell.server.device;

import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import jordfell.core.catalogue.FirmwareFitness;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.device.Device;
import jordfell.core.device.DeviceLine;
import jordfell.core.ground.Site;
import jordfell.core.keys.KeyPlan;
import jordfell.core.keys.KeyWish;
import jordfell.core.path.DeviceFacts;
import jordfell.core.roster.Domain;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.springframework.stereotype.Component;

/** Reads everything that the records say of one device, and has worked out what follows. */
@Component
public class FactsAssembler {

    /** A layout of keys that is tried out and not kept. */
    public record KeyTrial(LayerKind kind, String owner, SortedMap<Integer, KeyWish> wishes) {}

    /** A word that is tried out and not kept: what one layer would say of one setting; empty if it said nothing. */
    public record Trial(LayerKind kind, String owner, Setting setting, Optional<String> value) {}

    private final DeviceStore devices;
    private final DomainStore domains;
    private final SiteStore sites;
    private final ExtensionStore extensions;
    private final DiversionStore diversions;
    private final PersonStore people;
    private final TemplateStore templates;
    private final ModelStore models;
    private final DeviceLayers deviceLayers;
    private final DeviceKeys deviceKeys;
    private final DialectBook dialects;
    private final ReleaseStore releases;
    private final PublishedBooks books;
    private final NearKnocks nearKnocks;

    FactsAssembler(
            DeviceStore devices,
            DomainStore domains,
            SiteStore sites,
            ExtensionStore extensions,
            DiversionStore diversions,
            PersonStore people,
            TemplateStore templates,
            ModelStore models,
            DeviceLayers deviceLayers,
            DeviceKeys deviceKeys,
            DialectBook dialects,
            ReleaseStore releases,
            PublishedBooks books,
            NearKnocks nearKnocks) {
        this.devices = devices;
        this.domains = domains;
        this.sites = sites;
        this.extensions = extensions;
        this.diversions = diversions;
        this.people = people;
        this.templates = templates;
        this.models = models;
        this.deviceLayers = deviceLayers;
        this.deviceKeys = deviceKeys;
        this.dialects = dialects;
        this.releases = releases;
        this.books = books;
        this.nearKnocks = nearKnocks;
    }

    public Optional<Assembled> assemble(long deviceId) {
        return withKeys(deviceId, Optional.empty());
    }

    /** The device as it would be if a layer said something else. */
    public Optional<Assembled> assemble(long deviceId, Trial trial) {
        return devices.find(deviceId)
                .map(device -> load(device, Optional.empty()).trying(trial))
                .map(Assembly::of);
    }

    /** The device as it would be if a layer wished for other keys. */
    public Optional<Assembled> withKeys(long deviceId, Optional<KeyTrial> keys) {
        return devices.find(deviceId).map(device -> load(device, keys)).map(Assembly::of);
    }

    private LoadedDevice load(Device device, Optional<KeyTrial> keyTrial) {
        Site site = sites.find(device.siteId()).orElseThrow();
        Domain domain = domains.get(site.domainId());
        List<TemplateStore.Ref> chain =
                device.template().map(t -> templates.chain(t.id())).orElse(List.of());
        List<KeyPlan.Words> keys = deviceKeys.words(device, chain, keyTrial);
        Optional<ModelSheet> sheet = models.sheet(device.model().id());
        return new LoadedDevice(
                device,
                domain,
                site,
                chain,
                deviceLayers.ofDevice(device, domain, site, chain, devices.kit(device.id())),
                devices.lines(device.id()).stream()
                        .map(line -> line(device, site, line))
                        .toList(),
                keys,
                deviceKeys.people(domain.id(), keys),
                FirmwareFitness.listed(sheet.map(ModelSheet::transports).orElse("")),
                dialects.find(device.model().family()),
                releases.latest(device.id()),
                releases.heldBack(device.id()),
                beside(device, sheet),
                books.of(domain.id()),
                sheet.map(ModelSheet::phonebook).orElse(0));
    }

    private DeviceFacts.Beside beside(Device device, Optional<ModelSheet> sheet) {
        return new DeviceFacts.Beside(
                devices.sharing(device.id()),
                device.serial().isEmpty() ? List.of() : devices.withSerial(device.serial(), device.id()),
                models.all(),
                device.mac()
                        .flatMap(mac -> dialects.find(device.model().family())
                                .map(dialect -> dialect.family().fileName(mac)))
                        .orElse(""),
                sheet.map(ModelSheet::firmware).orElse(FirmwareRules.ANY),
                nearKnocks.of(device));
    }

    private LoadedDevice.Line line(Device device, Site site, DeviceLine line) {
        Optional<Extension> extension = line.extensionId().flatMap(extensions::find);
        return new LoadedDevice.Line(
                line.position(),
                extension,
                extension.map(e -> extensions.passwords(e.id()).get(0)).orElse(""),
                extension.flatMap(e -> diversions.always(e.id())),
                extension.flatMap(Extension::personId).flatMap(people::find),
                deviceLayers.ofLine(extension, device.model().labelField(), site));
    }
}
