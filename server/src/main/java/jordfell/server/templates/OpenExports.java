package jordfell.server.templates;

import java.util.Map;
import java.util.TreeMap;
import jordfell.core.keys.KeyFill;
import jordfell.core.keys.KeyWish;
import jordfell.core.render.Family;
import jordfell.core.render.ShippedFamilies;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.FamilyStore;
import jordfell.server.records.KeyLayoutStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.TemplateStore;
import jordfell.server.records.TemplateStore.Template;
import jordfell.server.templates.OpenFormat.FamilyDocument;
import jordfell.server.templates.OpenFormat.KeyDocument;
import jordfell.server.templates.OpenFormat.LayerDocument;
import jordfell.server.templates.OpenFormat.WordDocument;
import org.springframework.stereotype.Component;

/** Writes templates, layers and families as documents. */
@Component
class OpenExports {

    private final TemplateStore templates;
    private final DomainStore domains;
    private final SettingStore settings;
    private final KeyLayoutStore layouts;
    private final FamilyStore families;
    private final LayerOwners owners;

    OpenExports(
            TemplateStore templates,
            DomainStore domains,
            SettingStore settings,
            KeyLayoutStore layouts,
            FamilyStore families,
            LayerOwners owners) {
        this.templates = templates;
        this.domains = domains;
        this.settings = settings;
        this.layouts = layouts;
        this.families = families;
        this.owners = owners;
    }

    LayerDocument layer(LayerKind kind, String owner) {
        String name = owners.name(kind, owner);
        if (kind != LayerKind.TEMPLATE) {
            return new LayerDocument(
                    OpenFormat.LAYER, OpenFormat.FORMAT, kind.name(), null, name, null, null, words(kind, owner), null);
        }
        Template template = templates.find(Long.parseLong(owner)).orElseThrow();
        Map<String, KeyDocument> keys = new TreeMap<>(java.util.Comparator.comparingInt(Integer::parseInt));
        layouts.get(kind, owner).wishes().forEach((position, wish) -> keys.put(Integer.toString(position), key(wish)));
        return new LayerDocument(
                OpenFormat.TEMPLATE,
                OpenFormat.FORMAT,
                null,
                domains.get(template.domainId()).name(),
                name,
                template.parentId() == 0
                        ? null
                        : templates
                                .find(template.parentId())
                                .map(Template::name)
                                .orElse(null),
                template.note(),
                words(kind, owner),
                keys);
    }

    FamilyDocument family(String id) {
        FamilyStore.Written written = families.find(id).orElse(null);
        Family family = written != null
                ? written.family()
                : ShippedFamilies.find(id).orElseThrow(() -> RefusedException.notFound("family"));
        return new FamilyDocument(
                OpenFormat.FAMILY,
                OpenFormat.FORMAT,
                family.id(),
                family.name(),
                family.contentType(),
                family.before(),
                family.after(),
                family.escaping().name(),
                written == null ? "" : written.note(),
                java.util.List.of(family.body().split("\n", -1)),
                java.util.List.of(family.phonebook().split("\n", -1)),
                family.letters().name());
    }

    private Map<String, WordDocument> words(LayerKind kind, String owner) {
        Map<String, WordDocument> words = new TreeMap<>();
        settings.words(kind, owner).forEach((key, word) -> {
            if (SettingsCatalogue.find(key).filter(Setting::isSecret).isEmpty()) {
                words.put(key, new WordDocument(word.value(), word.locked()));
            }
        });
        return words;
    }

    private static KeyDocument key(KeyWish wish) {
        return new KeyDocument(
                wish.kind().word(),
                wish.target().isEmpty() ? null : wish.target(),
                wish.label().isEmpty() ? null : wish.label(),
                wish.fill().map(KeyFill::department).orElse(null),
                wish.fill()
                        .map(f -> f.order().name().toLowerCase(java.util.Locale.ROOT))
                        .orElse(null));
    }
}
