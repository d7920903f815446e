package jordfell.server.templates;

import java.util.List;
import java.util.Optional;
import jordfell.core.settings.TemplateRules;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.TemplateStore;
import jordfell.server.records.TemplateStore.Template;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Decides which template another one may extend. */
@Component
class Lineage {

    private final TemplateStore templates;

    Lineage(TemplateStore templates) {
        this.templates = templates;
    }

    /** The template that is to be extended: of the same domain, and not one that extends this one itself. */
    Optional<Template> parent(@Nullable Long parentId, Template template) {
        if (parentId == null || parentId == 0) {
            return Optional.empty();
        }
        Template parent = templates
                .find(parentId)
                .filter(t -> t.domainId() == template.domainId())
                .orElseThrow(() -> RefusedException.field(
                        "/parentId", "There is no such template in this domain.", "Choose another."));
        TemplateRules.refuseParent(
                        "parentId",
                        template.name(),
                        templates.namesFrom(parentId),
                        templates.depthBeneath(template.id()))
                .ifPresent(problem -> {
                    throw RefusedException.fields(List.of(problem));
                });
        return Optional.of(parent);
    }
}
