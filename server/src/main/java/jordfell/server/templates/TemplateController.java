package jordfell.server.templates;

import java.util.List;
import java.util.Optional;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.TemplateRules;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.KeyLayoutStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.TemplateStore;
import jordfell.server.records.TemplateStore.Template;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Templates: their names, which extends which, and their end. */
@RestController
@RequestMapping(path = "/api/templates", produces = "application/json")
class TemplateController {

    record TemplateWish(
            long domainId, @Nullable String name, @Nullable Long parentId) {}

    record TemplateForm(
            @Nullable String name,
            @Nullable Long parentId,
            @Nullable String note,
            long version) {}

    private final TemplateStore templates;
    private final SettingStore settings;
    private final KeyLayoutStore layouts;
    private final Lineage lineage;
    private final Acts acts;

    TemplateController(
            TemplateStore templates, SettingStore settings, KeyLayoutStore layouts, Lineage lineage, Acts acts) {
        this.templates = templates;
        this.settings = settings;
        this.layouts = layouts;
        this.lineage = lineage;
        this.acts = acts;
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made make(@RequestBody TemplateWish wish) {
        String name = stripped(wish.name());
        RefusedException.ifAny(TemplateRules.refuse(name, ""));
        return new Made(acts.act(id -> "made template " + name, recording -> {
                    long made = templates.add(wish.domainId(), name);
                    Template fresh = get(made);
                    lineage.parent(wish.parentId(), fresh)
                            .ifPresent(parent ->
                                    templates.change(made, name, Optional.of(parent.id()), "", fresh.version()));
                    recording.made(Kept.TEMPLATE, made);
                    return made;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody TemplateForm form) {
        Template before = get(id);
        String name = stripped(form.name());
        String note = stripped(form.note());
        RefusedException.ifAny(TemplateRules.refuse(name, note));
        Optional<Template> parent = lineage.parent(form.parentId(), before);
        acts.act(x -> "changed template " + name, recording -> {
            recording.changing(Kept.TEMPLATE, id);
            if (!templates.change(id, name, parent.map(Template::id), note, form.version())) {
                throw RefusedException.changedMeanwhile("template");
            }
            return id;
        });
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        Template template = get(id);
        List<Template> heirs =
                templates.all().stream().filter(t -> t.parentId() == id).toList();
        if (template.devices() > 0 || !heirs.isEmpty()) {
            throw RefusedException.field(
                    "/",
                    template.devices() > 0
                            ? template.devices() + " devices follow " + template.name() + "."
                            : heirs.get(0).name() + " extends " + template.name() + ".",
                    "Give them another template first.");
        }
        acts.act(x -> "removed template " + template.name(), recording -> {
            recording.removing(Kept.TEMPLATE, List.of(id));
            settings.removeAll(LayerKind.TEMPLATE, Long.toString(id));
            layouts.remove(LayerKind.TEMPLATE, Long.toString(id));
            templates.remove(id);
            return id;
        });
    }

    private static String stripped(@Nullable String text) {
        return text == null ? "" : text.strip();
    }

    private Template get(long id) {
        return templates.find(id).orElseThrow(() -> RefusedException.notFound("template"));
    }
}
