package jordfell.server.fleet;

import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.device.DeviceLine;
import jordfell.core.device.DeviceRules;
import jordfell.core.device.DeviceWish;
import jordfell.core.device.LinesWish;
import jordfell.core.device.LinesWish.Choice;
import jordfell.core.device.LinesWish.Holder;
import jordfell.core.ground.Site;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Changes to one device's record. */
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

    /** @param version of the device as it was seen */
    void change(long id, long version, DeviceWish wish) {
        Device seen = get(id).at(version);
        int lastLine = devices.lastLines(List.of(id)).getOrDefault(id, 0);
        Device after = Fields.good(wish.checked(seen, lastLine, new RecordedChoices(models, sites, templates)));
        acts.act(x -> "changed " + after.label(), recording -> {
            recording.changing(Kept.DEVICE, id);
            if (!devices.change(after)) {
                throw RefusedException.changedMeanwhile("device");
            }
            return id;
        });
    }

    void remove(long id) {
        Device device = get(id);
        RefusedException.ifAny(
                DeviceRules.refuseRemoval(device, releases.latest(id).isPresent()));
        acts.act(x -> "removed " + device.label() + " (" + device.address() + ")", recording -> {
            recording.removing(Kept.DEVICE, List.of(id));
            devices.remove(id);
            return id;
        });
    }

    /** @param version of the device as it was seen; without one, whatever it has now is replaced */
    void setLines(long id, @Nullable Long version, LinesWish wish) {
        Device device = get(id);
        if (version != null && version != device.version()) {
            throw RefusedException.changedMeanwhile("device");
        }
        Site site = sites.find(device.siteId()).orElseThrow();
        List<DeviceLine> lines = Fields.good(wish.checked(
                device, site, domains.get(site.domainId()).name(), number -> choice(site.domainId(), number, id)));
        keepLines(device, lines, "bound the lines of " + device.label());
    }

    void swapFirstLines(long id) {
        Device device = get(id);
        List<DeviceLine> lines = devices.lines(id);
        RefusedException.ifAny(DeviceRules.refuseSwap(device, lines));
        keepLines(device, DeviceRules.swapped(lines), "swapped lines 1 and 2 of " + device.label());
    }

    /** Whether a person types what it needs, so that no file is made for it. */
    void setByHand(long id, boolean on) {
        Device device = get(id);
        RefusedException.ifAny(DeviceRules.refuseByHand(device, on));
        if (device.byHand() == on) {
            return;
        }
        String from = on ? " is set by hand from now on" : " is given files from now on";
        acts.act(x -> device.label() + from, recording -> {
            recording.changing(Kept.DEVICE, id);
            devices.setByHand(id, on);
            return id;
        });
    }

    private void keepLines(Device device, List<DeviceLine> lines, String what) {
        acts.act(x -> what, recording -> {
            recording.changing(Kept.DEVICE, device.id());
            devices.setLines(device.id(), lines);
            return device.id();
        });
    }

    private Optional<Choice> choice(long domainId, String number, long deviceId) {
        return extensions.byNumber(domainId, number).map(extension -> choice(extension, deviceId));
    }

    private Choice choice(Extension extension, long deviceId) {
        List<Long> others = devices.withExtension(extension.id()).stream()
                .filter(other -> other != deviceId)
                .toList();
        return new Choice(
                extension.id(),
                extension.contactLimit(),
                devices.find(others).stream()
                        .map(other -> new Holder(other.label(), other.siteId()))
                        .toList());
    }

    private Device get(long id) {
        return devices.find(id).orElseThrow(() -> RefusedException.notFound("device"));
    }
}
