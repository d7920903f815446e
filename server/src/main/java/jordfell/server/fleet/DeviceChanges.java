package jordfell.server.fleet;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.ground.Site;
import jordfell.core.planning.LocalPorts;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DeviceStore.Line;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Changes to one device's record, refused where a rule says so. */
@Component
class DeviceChanges {

    private final DeviceStore devices;
    private final ModelStore models;
    private final DomainStore domains;
    private final SiteStore sites;
    private final ExtensionStore extensions;
    private final ReleaseStore releases;
    private final TemplateStore templates;
    private final Acts acts;

    DeviceChanges(
            DeviceStore devices,
            ModelStore models,
            DomainStore domains,
            SiteStore sites,
            ExtensionStore extensions,
            ReleaseStore releases,
            TemplateStore templates,
            Acts acts) {
        this.devices = devices;
        this.models = models;
        this.domains = domains;
        this.sites = sites;
        this.extensions = extensions;
        this.releases = releases;
        this.templates = templates;
        this.acts = acts;
    }

    void change(
            long id,
            long version,
            @Nullable String modelId,
            long siteId,
            @Nullable Long templateId,
            @Nullable String label,
            @Nullable String note) {
        Device device = get(id);
        String newLabel = label == null ? "" : label.strip();
        if (newLabel.isEmpty() || newLabel.length() > 60) {
            throw RefusedException.field(
                    "/label",
                    newLabel.isEmpty() ? "The label is empty." : "The label has " + newLabel.length() + " characters.",
                    "1 to 60 characters tell people which phone it is.");
        }
        if (note != null && note.length() > 2_000) {
            throw RefusedException.field("/note", "The note is too long.", "At most 2000 characters fit.");
        }
        DeviceModel model = models.find(modelId == null ? "" : modelId)
                .orElseThrow(() -> RefusedException.field("/modelId", "There is no such model.", "Choose one."));
        Site site = sites.find(siteId)
                .orElseThrow(() -> RefusedException.field("/siteId", "There is no such site.", "Choose one."));
        if (site.domainId() != sites.find(device.siteId()).orElseThrow().domainId()) {
            throw RefusedException.field(
                    "/siteId",
                    site.name() + " belongs to another domain.",
                    "Choose a site of the device’s own domain.");
        }
        if (templateId != null
                && templates
                        .find(templateId)
                        .filter(t -> t.domainId() == site.domainId())
                        .isEmpty()) {
            throw RefusedException.field(
                    "/templateId", "There is no such template in the device’s domain.", "Choose one of it.");
        }
        if (!device.model().kind().mayBecome(model.kind())) {
            throw RefusedException.field(
                    "/modelId",
                    device.model().kind() == DeviceKind.SOFTPHONE
                            ? device.label() + " is a softphone: its address was made up, and no " + model.fullName()
                                    + " has it."
                            : device.address() + " is the MAC of a device; a " + model.fullName()
                                    + " is a program, and has none.",
                    device.model().kind() == DeviceKind.SOFTPHONE
                            ? "Enrol the phone by the MAC that is printed on it."
                            : "Hand a softphone over from the extension instead.");
        }
        int lines = devices.lines(id).stream().mapToInt(Line::position).max().orElse(0);
        if (lines > model.lines()) {
            throw RefusedException.field(
                    "/modelId",
                    "The " + model.fullName() + " has " + model.lines() + " lines; this device uses line " + lines
                            + ".",
                    "Take lines off first, or choose a larger model.");
        }
        acts.act(x -> "changed " + newLabel, recording -> {
            recording.changing(Kept.DEVICE, id);
            if (!devices.change(
                    id,
                    version,
                    model.id(),
                    siteId,
                    Optional.ofNullable(templateId),
                    newLabel,
                    note == null ? "" : note)) {
                throw RefusedException.changedMeanwhile("device");
            }
            return id;
        });
    }

    void remove(long id) {
        Device device = get(id);
        if (releases.latest(id).isPresent()) {
            throw RefusedException.field(
                    "/", device.label() + " has a history.", "Retire it: that keeps what was seen of it.");
        }
        acts.act(x -> "removed " + device.label() + " (" + device.address() + ")", recording -> {
            recording.removing(Kept.DEVICE, List.of(id));
            devices.remove(id);
            return id;
        });
    }

    void setLines(long id, @Nullable Long version, List<@Nullable String> numbers) {
        Device device = get(id);
        if (version != null && version != device.version()) {
            throw RefusedException.changedMeanwhile("device");
        }
        Site site = sites.find(device.siteId()).orElseThrow();
        int most = device.model().lines();
        if (numbers.size() > most) {
            throw RefusedException.field(
                    "/numbers/" + most,
                    "The " + device.model().fullName() + " has " + most + " lines; " + numbers.size() + " were given.",
                    "Take " + (numbers.size() - most) + " off, or bind them to another device.");
        }
        List<Line> lines = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < numbers.size(); i++) {
            String given = numbers.get(i);
            String number = given == null ? "" : given.strip();
            String pointer = "/numbers/" + i;
            if (!number.isEmpty() && !seen.add(number)) {
                throw RefusedException.field(
                        pointer, "Two lines of one device can’t both be " + number + ".", "Give another extension.");
            }
            // An adapter's socket without an extension has nothing plugged in; a phone's line without one is to be
            // bound.
            if (!number.isEmpty() || device.model().kind() != DeviceKind.ADAPTER) {
                lines.add(new Line(
                        i + 1,
                        number.isEmpty() ? Optional.empty() : Optional.of(extension(site, number, id, pointer))));
            }
        }
        acts.act(x -> "bound the lines of " + device.label(), recording -> {
            recording.changing(Kept.DEVICE, id);
            devices.setLines(id, lines);
            return id;
        });
    }

    /** Whether a person types what it needs, so that no file is made for it. */
    void setByHand(long id, boolean on) {
        Device device = get(id);
        if (!on && !device.model().readsFiles()) {
            throw RefusedException.field(
                    "/on",
                    "Nobody makes files for the " + device.model().fullName() + ".",
                    "Give it a model that reads a family’s files first.");
        }
        if (device.byHand() == on) {
            return;
        }
        acts.act(
                x -> on
                        ? device.label() + " is set by hand from now on"
                        : device.label() + " is given files from now on",
                recording -> {
                    recording.changing(Kept.DEVICE, id);
                    devices.setByHand(id, on);
                    return id;
                });
    }

    void swapFirstLines(long id) {
        Device device = get(id);
        List<Line> lines = devices.lines(id);
        if (lines.size() < 2) {
            throw RefusedException.field("/", device.label() + " has only one line.", "There is nothing to swap.");
        }
        List<Line> swapped = new ArrayList<>(lines);
        swapped.set(0, new Line(lines.get(0).position(), lines.get(1).extensionId()));
        swapped.set(1, new Line(lines.get(1).position(), lines.get(0).extensionId()));
        acts.act(x -> "swapped lines 1 and 2 of " + device.label(), recording -> {
            recording.changing(Kept.DEVICE, id);
            devices.setLines(id, swapped);
            return id;
        });
    }

    /** An extension of the domain with room for one more device. */
    private long extension(Site site, String number, long deviceId, String pointer) {
        Extension extension = extensions
                .byNumber(site.domainId(), number)
                .orElseThrow(() -> RefusedException.field(
                        pointer,
                        "There is no extension " + number + " in "
                                + domains.get(site.domainId()).name() + ".",
                        "Make it in the Roster, or choose one that exists."));
        List<Long> others = devices.withExtension(extension.id()).stream()
                .filter(d -> d != deviceId)
                .toList();
        if (others.size() >= extension.contactLimit()) {
            String holder = devices.find(others.get(0)).map(Device::label).orElse("another device");
            throw RefusedException.field(
                    pointer,
                    number + " is on " + holder + (others.size() > 1 ? " and others" : "") + " already, and may be on "
                            + extension.contactLimit() + (extension.contactLimit() == 1 ? " device." : " devices."),
                    "Choose another, or raise its limit in the Roster.");
        }
        refuseSharedPort(site, number, others, pointer);
        return extension.id();
    }

    /** Behind a router, two phones with one local port are mixed up. */
    private void refuseSharedPort(Site site, String number, List<Long> others, String pointer) {
        if (!site.behindNat() || site.portBase() == 0) {
            return;
        }
        LocalPorts.refuse(site.portBase(), number).ifPresent(reason -> {
            throw RefusedException.field(pointer, reason, "Change the site’s port rule in Settings.");
        });
        others.stream()
                .flatMap(d -> devices.find(d).stream())
                .filter(d -> d.siteId() == site.id())
                .findFirst()
                .ifPresent(holder -> {
                    throw RefusedException.field(
                            pointer,
                            holder.label() + " has local port " + LocalPorts.of(site.portBase(), number)
                                    + " behind the same router.",
                            LocalPorts.ONE_EACH);
                });
    }

    private Device get(long id) {
        return devices.find(id).orElseThrow(() -> RefusedException.notFound("device"));
    }
}
