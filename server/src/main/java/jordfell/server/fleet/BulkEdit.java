package jordfell.server.fleet;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jordfell.core.device.Device;
import jordfell.core.device.DeviceChoices;
import jordfell.core.device.DeviceDifference;
import jordfell.core.device.ManyWish;
import jordfell.core.ground.Site;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.springframework.stereotype.Component;

/** The same change to many devices: shown first, then done as one act. */
@Component
class BulkEdit {

    /**
     * What the change means for one device.
     *
     * @param refusal why it can't be; empty text if it can
     */
    record Difference(long deviceId, String label, List<String> changes, String refusal) {}

    private record Planned(Device after, Difference difference) {

        boolean changes() {
            return difference.refusal().isEmpty() && !difference.changes().isEmpty();
        }
    }

    private final DeviceStore devices;
    private final SiteStore sites;
    private final ModelStore models;
    private final TemplateStore templates;
    private final Acts acts;

    BulkEdit(DeviceStore devices, SiteStore sites, ModelStore models, TemplateStore templates, Acts acts) {
        this.devices = devices;
        this.sites = sites;
        this.models = models;
        this.templates = templates;
        this.acts = acts;
    }

    List<Difference> look(List<Long> ids, ManyWish wish) {
        return plan(ids, wish).stream().map(Planned::difference).toList();
    }

    /** Changes every device that can be changed and is not so already; gives the act. */
    long apply(List<Long> ids, ManyWish wish) {
        List<Planned> all = plan(ids, wish);
        List<Device> changed =
                all.stream().filter(Planned::changes).map(Planned::after).toList();
        if (changed.isEmpty()) {
            String why = all.stream()
                    .map(p -> p.difference().refusal())
                    .filter(r -> !r.isEmpty())
                    .findFirst()
                    .orElse("Choose something else.");
            throw RefusedException.field("/", "No device would change.", why);
        }
        return acts.act(n -> "changed " + n + (n == 1 ? " device" : " devices") + " at once", recording -> {
                    recording.changing(
                            Kept.DEVICE, changed.stream().map(Device::id).toList());
                    for (Device after : changed) {
                        if (!devices.change(after)) {
                            throw RefusedException.changedMeanwhile("device");
                        }
                    }
                    return changed.size();
                })
                .actId();
    }

    private List<Planned> plan(List<Long> ids, ManyWish wish) {
        DeviceChoices there = new RecordedChoices(models, sites, templates);
        Map<Long, Integer> lastLines = devices.lastLines(ids);
        List<Planned> plans = new ArrayList<>();
        for (Device device : devices.find(ids)) {
            plans.add(planned(device, wish, lastLines.getOrDefault(device.id(), 0), there));
        }
        return plans;
    }

    private static Planned planned(Device before, ManyWish wish, int lastLine, DeviceChoices there) {
        Checked<Device> checked = wish.of(before).checked(before, lastLine, there);
        if (checked instanceof Checked.Good<Device> good) {
            List<String> changes = DeviceDifference.between(
                    before, good.value(), id -> there.site(id).map(Site::name).orElse("no site"));
            return new Planned(good.value(), new Difference(before.id(), before.label(), changes, ""));
        }
        String why = ((Checked.Bad<Device>) checked)
                .problems().stream().map(FieldProblem::reason).collect(Collectors.joining(" "));
        return new Planned(before, new Difference(before.id(), before.label(), List.of(), why));
    }
}
