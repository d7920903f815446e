package jordfell.server.templates;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import jordfell.core.keys.KeyFill;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyWish;
import jordfell.core.roster.Domain;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingNames;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.TemplateRules;
import jordfell.core.wish.FieldProblem;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.KeyLayoutStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.TemplateStore;
import jordfell.server.templates.OpenFormat.KeyDocument;
import jordfell.server.templates.OpenFormat.LayerDocument;
import jordfell.server.templates.OpenFormat.WordDocument;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Takes templates back from documents: all of a document or nothing, and first only looking at what it would change.
 * Secrets are in no document; those that are there stay.
 */
@Component
class OpenImports {

    private static final int LONGEST_VALUE = 2_000;

    /** What taking a document would change, one sentence each. */
    record TemplateLook(String name, boolean fresh, List<String> changes) {}

    private final TemplateStore templates;
    private final DomainStore domains;
    private final SettingStore settings;
    private final KeyLayoutStore layouts;
    private final Acts acts;

    OpenImports(
            TemplateStore templates, DomainStore domains, SettingStore settings, KeyLayoutStore layouts, Acts acts) {
        this.templates = templates;
        this.domains = domains;
        this.settings = settings;
        this.layouts = layouts;
        this.acts = acts;
    }

    /** A document that was found good, with the things of this database that it names. */
    private record Checked(
            Domain domain,
            String name,
            Optional<TemplateStore.Ref> there,
            Optional<TemplateStore.Ref> parent,
            SortedMap<Integer, KeyWish> keys) {}

    TemplateLook look(LayerDocument document) {
        Checked checked = check(document);
        return new TemplateLook(checked.name(), checked.there().isEmpty(), changes(document, checked));
    }

    /** The template that the document is about, which must be there. */
    long idOf(LayerDocument document) {
        return check(document).there().orElseThrow().id();
    }

    /** Makes the template, or makes it what the document says. */
    long take(LayerDocument document) {
        Checked checked = check(document);
        return acts.act(taken -> "imported template " + checked.name(), recording -> {
                    checked.there().ifPresent(there -> recording.changing(Kept.TEMPLATE, there.id()));
                    long id = checked.there()
                            .map(TemplateStore.Ref::id)
                            .orElseGet(() -> templates.add(checked.domain().id(), checked.name()));
                    if (checked.there().isEmpty()) {
                        recording.made(Kept.TEMPLATE, id);
                    }
                    String owner = Long.toString(id);
                    long version = templates.find(id).orElseThrow().version();
                    templates.change(
                            id, checked.name(), checked.parent().map(TemplateStore.Ref::id), note(document), version);
                    Map<String, SettingStore.Word> before = settings.words(LayerKind.TEMPLATE, owner);
                    before.keySet().stream()
                            .filter(key -> !document.settings().containsKey(key) && !isSecret(key))
                            .forEach(key -> settings.remove(LayerKind.TEMPLATE, owner, key));
                    document.settings().forEach((key, word) -> {
                        if (!isSame(before.get(key), word)) {
                            settings.put(LayerKind.TEMPLATE, owner, key, word.value(), word.locked());
                        }
                    });
                    layouts.put(
                            LayerKind.TEMPLATE,
                            owner,
                            checked.keys(),
                            layouts.get(LayerKind.TEMPLATE, owner).version());
                    return id;
                })
                .result();
    }

    private List<String> changes(LayerDocument document, Checked checked) {
        if (checked.there().isEmpty()) {
            return List.of("A new template with " + document.settings().size() + " settings and "
                    + checked.keys().size() + " keys.");
        }
        List<String> changes = new ArrayList<>();
        String owner = Long.toString(checked.there().get().id());
        Map<String, SettingStore.Word> before = settings.words(LayerKind.TEMPLATE, owner);
        document.settings().forEach((key, word) -> {
            SettingStore.Word was = before.get(key);
            if (!isSame(was, word)) {
                changes.add(
                        label(key) + ": " + (was == null ? "not set" : was.value() + (was.locked() ? ", locked" : ""))
                                + " → " + word.value() + (word.locked() ? ", locked" : ""));
            }
        });
        before.forEach((key, was) -> {
            if (!document.settings().containsKey(key) && !isSecret(key)) {
                changes.add(label(key) + ": " + was.value() + " → not set");
            }
        });
        if (!layouts.get(LayerKind.TEMPLATE, owner).wishes().equals(checked.keys())) {
            changes.add("Its keys are laid out anew.");
        }
        TemplateStore.Template template =
                templates.find(checked.there().get().id()).orElseThrow();
        if (template.parentId() != checked.parent().map(TemplateStore.Ref::id).orElse(0L)) {
            changes.add("It extends "
                    + checked.parent().map(TemplateStore.Ref::name).orElse("no other template") + ".");
        }
        if (!template.note().equals(note(document))) {
            changes.add("Its note is written anew.");
        }
        return changes;
    }

    private Checked check(LayerDocument document) {
        List<FieldProblem> problems = new ArrayList<>();
        if (!OpenFormat.TEMPLATE.equals(document.kind()) || document.format() != OpenFormat.FORMAT) {
            throw RefusedException.field(
                    "/kind",
                    "This is a document of kind “" + document.kind() + "”, format " + document.format() + ".",
                    OpenFormat.TEMPLATE + ", format " + OpenFormat.FORMAT + ", is taken here.");
        }
        Domain domain = domains.byName(document.domain() == null ? "" : document.domain())
                .orElseThrow(() -> RefusedException.field(
                        "/domain", "There is no domain “" + document.domain() + "” here.", "Write the name of one."));
        String name = document.name() == null ? "" : document.name().strip();
        problems.addAll(TemplateRules.refuse(name, note(document)));
        Optional<TemplateStore.Ref> parent = Optional.empty();
        if (document.extendsTemplate() != null) {
            parent = templates.named(domain.id(), document.extendsTemplate());
            if (parent.isEmpty()) {
                problems.add(new FieldProblem(
                        "/extendsTemplate",
                        "There is no template “" + document.extendsTemplate() + "” in " + domain.name() + ".",
                        "Import that one first."));
            }
        }
        Optional<TemplateStore.Ref> there = templates.named(domain.id(), name);
        parent.flatMap(p -> TemplateRules.refuseParent(
                        "extendsTemplate",
                        name,
                        templates.namesFrom(p.id()),
                        there.map(t -> templates.depthBeneath(t.id())).orElse(0)))
                .ifPresent(problems::add);
        document.settings().forEach((key, word) -> check(key, word).ifPresent(problems::add));
        SortedMap<Integer, KeyWish> keys = keys(document.keys(), problems);
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        return new Checked(domain, name, there, parent, keys);
    }

    private static String note(LayerDocument document) {
        return document.note() == null ? "" : document.note().strip();
    }

    private static Optional<FieldProblem> check(String key, @Nullable WordDocument word) {
        String pointer = "/settings/" + key;
        Optional<Setting> setting = SettingsCatalogue.find(key);
        if (setting.isEmpty()) {
            return Optional.of(new FieldProblem(pointer, "There is no setting " + key + ".", "Leave it out."));
        }
        if (setting.get().isSecret()) {
            return Optional.of(new FieldProblem(pointer, "A document holds no secrets.", "Set it here instead."));
        }
        if (word == null || word.value() == null || word.value().length() > LONGEST_VALUE) {
            return Optional.of(new FieldProblem(pointer, "It has no value, or one that is too long.", "Write one."));
        }
        return SettingNames.refuse(setting.get(), word.value())
                .map(reason -> new FieldProblem(pointer, setting.get().label() + ": " + reason, ""));
    }

    private static SortedMap<Integer, KeyWish> keys(
            @Nullable Map<String, KeyDocument> documents, List<FieldProblem> problems) {
        SortedMap<Integer, KeyWish> keys = new TreeMap<>();
        (documents == null ? Map.<String, KeyDocument>of() : documents).forEach((position, document) -> {
            String pointer = "/keys/" + position;
            Optional<KeyKind> kind = Arrays.stream(KeyKind.values())
                    .filter(k -> k.word().equals(document.does()))
                    .findFirst();
            if (!position.matches("[1-9][0-9]{0,2}") || kind.isEmpty()) {
                problems.add(new FieldProblem(
                        pointer,
                        "“" + position + ": " + document.does() + "” is no key.",
                        "Such as \"3\": {\"does\": \"blf\"}."));
                return;
            }
            Optional<KeyFill> fill = Optional.ofNullable(document.everyoneOf())
                    .map(department -> new KeyFill(
                            department,
                            "name".equals(document.inOrderOf()) ? KeyFill.Order.NAME : KeyFill.Order.EXTENSION));
            KeyWish wish = new KeyWish(
                    kind.get(),
                    document.target() == null ? "" : document.target(),
                    document.label() == null ? "" : document.label(),
                    fill);
            wish.refuse().ifPresent(reason -> problems.add(new FieldProblem(pointer, reason, "")));
            int at = Integer.parseInt(position);
            if (at > KeyWish.HIGHEST_POSITION) {
                problems.add(new FieldProblem(
                        pointer, "There is no key " + position + ".", "1 to " + KeyWish.HIGHEST_POSITION + " are."));
            }
            keys.put(at, wish);
        });
        return keys;
    }

    private static boolean isSame(SettingStore.@Nullable Word was, WordDocument word) {
        return was != null && was.value().equals(word.value()) && was.locked() == word.locked();
    }

    private static boolean isSecret(String key) {
        return SettingsCatalogue.find(key).filter(Setting::isSecret).isPresent();
    }

    private static String label(String key) {
        return SettingsCatalogue.find(key).map(Setting::label).orElse(key.toLowerCase(Locale.ROOT));
    }
}
