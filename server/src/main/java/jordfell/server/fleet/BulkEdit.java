package jordfell.server.fleet;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.ground.Site;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The same change to many devices: shown first, then done as one act. */
@Component
class BulkEdit {

    /** What is to become of each; null leaves it as it is. */
    record BulkWish(
            @Nullable List<Long> deviceIds,
            @Nullable Long siteId,
            @Nullable Long templateId,
            @Nullable String modelId,
            @Nullable String note) {}

    /**
     * What the change means for one device.
     *
     * @param refusal why it can't be; empty text if it can
     */
    record Difference(long deviceId, String label, List<String> changes, String refusal) {}

    private record Planned(Device before, Device after, Difference difference) {}

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

    List<Difference> look(BulkWish wish) {
        return plan(wish).stream().map(Planned::difference).toList();
    }

    /** Changes every device that can be changed and is not so already; gives the act. */
    long apply(BulkWish wish) {
        List<Planned> plans = plan(wish).stream()
                .filter(p -> p.difference().refusal().isEmpty()
                        && !p.difference().changes().isEmpty())
                .toList();
        if (plans.isEmpty()) {
            throw RefusedException.field("/", "No device would change.", "Choose something else.");
        }
        return acts.act(n -> "changed " + n + (n == 1 ? " device" : " devices") + " at once", recording -> {
                    for (Planned plan : plans) {
                        Device after = plan.after();
                        recording.changing(Kept.DEVICE, after.id());
                        if (!devices.change(
                                after.id(),
                                plan.before().version(),
                                after.model().id(),
                                after.siteId(),
                                after.template().map(Device.TemplateRef::id),
                                after.label(),
                                after.note())) {
                            throw RefusedException.changedMeanwhile("device");
                        }
                    }
                    return plans.size();
                })
                .actId();
    }

    /** What the devices are to become, as far as that was said. */
    private record Wanted(
            Optional<Site> site, Optional<DeviceModel> model, Optional<TemplateStore.Template> template) {}

    private Wanted wanted(BulkWish wish) {
        return new Wanted(
                there(wish.siteId(), sites::find, "site"),
                there(wish.modelId(), models::find, "model"),
                there(wish.templateId(), templates::find, "template"));
    }

    private static <K, T> Optional<T> there(@Nullable K id, Function<K, Optional<T>> find, String what) {
        if (id == null) {
            return Optional.empty();
        }
        Optional<T> found = find.apply(id);
        if (found.isEmpty()) {
            throw RefusedException.field("/" + what + "Id", "There is no such " + what + ".", "Choose another.");
        }
        return found;
    }

    private List<Planned> plan(BulkWish wish) {
        Wanted wanted = wanted(wish);
        List<Planned> plans = new ArrayList<>();
        for (long id : wish.deviceIds() == null ? List.<Long>of() : wish.deviceIds()) {
            devices.find(id).ifPresent(device -> plans.add(plan(device, wish, wanted)));
        }
        return plans;
    }

    private Planned plan(Device before, BulkWish wish, Wanted wanted) {
        List<String> changes = new ArrayList<>();
        String refusal = "";
        Site here = sites.find(before.siteId()).orElseThrow();
        Site site = wanted.site().orElse(here);
        if (site.domainId() != here.domainId()) {
            refusal = site.name() + " belongs to another domain.";
        }
        if (site.id() != here.id()) {
            changes.add("site " + here.name() + " → " + site.name());
        }
        DeviceModel model = wanted.model().orElse(before.model());
        if (!model.id().equals(before.model().id())) {
            changes.add("model " + before.model().fullName() + " → " + model.fullName());
            int lines = devices.lines(before.id()).stream()
                    .mapToInt(DeviceStore.Line::position)
                    .max()
                    .orElse(0);
            if (lines > model.lines()) {
                refusal = "It uses line " + lines + "; the " + model.fullName() + " has " + model.lines() + ".";
            }
            if (!before.model().kind().mayBecome(model.kind())) {
                refusal = "A program has no MAC of its own, and no box is without: one can’t become the other.";
            }
        }
        Optional<Device.TemplateRef> template = before.template();
        if (wanted.template().isPresent()) {
            TemplateStore.Template other = wanted.template().get();
            if (other.domainId() == here.domainId()) {
                template = Optional.of(new Device.TemplateRef(other.id(), other.name()));
            } else {
                refusal = other.name() + " is a template of another domain.";
            }
        }
        if (!template.equals(before.template())) {
            changes.add("template "
                    + before.template().map(Device.TemplateRef::name).orElse("none") + " → "
                    + template.map(Device.TemplateRef::name).orElse("none"));
        }
        String note = wish.note() == null ? before.note() : wish.note().strip();
        if (note.length() > 2_000) {
            refusal = "The note has " + note.length() + " characters; at most 2000 fit.";
        }
        if (!note.equals(before.note())) {
            changes.add("note “" + note + "”" + (before.note().isEmpty() ? "" : " instead of “" + before.note() + "”"));
        }
        Device after = new Device(
                before.id(),
                before.mac(),
                before.claim(),
                before.claimExpires(),
                before.standing(),
                before.serial(),
                model,
                site.id(),
                template,
                before.label(),
                note,
                before.enrolledAt(),
                before.enrolledBy(),
                before.batchId(),
                before.byHand(),
                before.version());
        return new Planned(before, after, new Difference(before.id(), before.label(), changes, refusal));
    }
}
