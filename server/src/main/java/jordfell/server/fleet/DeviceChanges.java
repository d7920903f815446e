package jordfell.server.fleet;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.catalogue.DeviceModel;
import jordfell.server.catalogue.ModelStore;
import jordfell.server.device.Device;
import jordfell.server.device.DeviceStore;
import jordfell.server.device.DeviceStore.Line;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.ReleaseStore;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.Extension;
import jordfell.server.roster.ExtensionStore;
import jordfell.server.roster.Site;
import jordfell.server.undo.Acts;
import jordfell.server.undo.Kept;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Changes to one device's record, refused where a rule says so. */
@Component
class DeviceChanges {

    private final DeviceStore devices;
    private final ModelStore models;
    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final ReleaseStore releases;
    private final Acts acts;

    DeviceChanges(
            DeviceStore devices,
            ModelStore models,
            DomainStore domains,
            ExtensionStore extensions,
            ReleaseStore releases,
            Acts acts) {
        this.devices = devices;
        this.models = models;
        this.domains = domains;
        this.extensions = extensions;
        this.releases = releases;
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
        Site site = domains.site(siteId)
                .orElseThrow(() -> RefusedException.field("/siteId", "There is no such site.", "Choose one."));
        if (site.domainId() != domains.site(device.siteId()).orElseThrow().domainId()) {
            throw RefusedException.field(
                    "/siteId",
                    site.name() + " belongs to another domain.",
                    "Choose a site of the device’s own domain.");
        }
        int lines = devices.lines(id).size();
        if (lines > model.lines()) {
            throw RefusedException.field(
                    "/modelId",
                    "The " + model.fullName() + " has " + model.lines() + " lines; this device has " + lines + ".",
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
        Site site = domains.site(device.siteId()).orElseThrow();
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
            lines.add(new Line(
                    i + 1, number.isEmpty() ? Optional.empty() : Optional.of(extension(site, number, id, pointer))));
        }
        acts.act(x -> "bound the lines of " + device.label(), recording -> {
            recording.changing(Kept.DEVICE, id);
            devices.setLines(id, lines);
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
        swapped.set(0, new Line(1, lines.get(1).extensionId()));
        swapped.set(1, new Line(2, lines.get(0).extensionId()));
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
        return extension.id();
    }

    private Device get(long id) {
        return devices.find(id).orElseThrow(() -> RefusedException.notFound("device"));
    }
}
