package jordfell.core.device;

import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.DeviceChoices.Template;
import jordfell.core.ground.Site;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** What a device's record is to say, whether one is changed or many. */
public record DeviceWish(
        @Nullable String label,
        @Nullable String modelId,
        long siteId,
        @Nullable Long templateId,
        @Nullable String note) {

    private static final int LONGEST_LABEL = 60;
    private static final int LONGEST_NOTE = 2_000;

    /**
     * The device as it is after that, or all that is wrong.
     *
     * @param lastLine the highest line that it uses; 0 for none
     */
    public Checked<Device> checked(Device before, int lastLine, DeviceChoices there) {
        FieldProblems problems = new FieldProblems();
        String called = problems.needed(label, "label", "label", LONGEST_LABEL);
        String words = problems.text(note, "note", "note", LONGEST_NOTE);
        Optional<DeviceModel> model = there.model(modelId == null ? "" : modelId.strip());
        model.ifPresentOrElse(
                m -> new ModelChange(before.label(), before.address(), before.model(), m, lastLine)
                        .problems()
                        .forEach(problems::add),
                () -> problems.add("modelId", "There is no such model.", "Choose one."));
        Optional<Site> site = there.site(siteId);
        long domain = there.site(before.siteId()).map(Site::domainId).orElse(0L);
        site.ifPresentOrElse(
                s -> refuseSite(s, domain, problems),
                () -> problems.add("siteId", "There is no such site.", "Choose one."));
        Optional<Template> template = templateIn(domain, there, problems);
        return problems.otherwise(() -> before.edited(
                model.orElseThrow(),
                siteId,
                template.map(t -> new Device.TemplateRef(t.id(), t.name())),
                called,
                words));
    }

    private static void refuseSite(Site site, long domain, FieldProblems problems) {
        if (site.domainId() != domain) {
            problems.add(
                    "siteId", site.name() + " belongs to another domain.", "Choose a site of the device’s own domain.");
        }
    }

    private Optional<Template> templateIn(long domain, DeviceChoices there, FieldProblems problems) {
        if (templateId == null) {
            return Optional.empty();
        }
        Optional<Template> found = there.template(templateId);
        if (found.isEmpty()) {
            problems.add("templateId", "There is no such template.", "Choose one, or none.");
        } else if (found.get().domainId() != domain) {
            problems.add(
                    "templateId",
                    found.get().name() + " is a template of another domain.",
                    "Choose one of the device’s own domain.");
        }
        return found;
    }
}
