package jordfell.server.ground;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.render.BodyCheck;
import jordfell.core.render.BodyName;
import jordfell.core.render.BodyNames;
import jordfell.core.render.BodyProblem;
import jordfell.core.render.Dialect;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.render.ShippedFamilies;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.problem.Checked;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.FamilyStore;
import jordfell.server.records.ModelStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Families of models: those that come with the product, to read, and those that technicians write. */
@RestController
@RequestMapping(path = "/api/families", produces = "application/json")
class FamilyController {

    /** @param shipped whether it comes with the product and can't be changed; copy it instead */
    record FamilyForm(
            @Nullable String id,
            @Nullable String name,
            @Nullable String contentType,
            @Nullable String before,
            @Nullable String after,
            @Nullable Escaping escaping,
            @Nullable String body,
            @Nullable String note,
            boolean shipped,
            long models,
            @Nullable Instant changedAt,
            @Nullable String changedBy,
            long version) {}

    record NameView(String name, BodyName.Place place, String purpose) {}

    record CheckWish(@Nullable String body, @Nullable Escaping escaping, long deviceId) {}

    /** @param text what the chosen device would be sent, secrets as dots; empty if the body can't be written */
    record Checkup(List<BodyProblem> problems, String text, List<String> missing) {}

    private final FamilyStore store;
    private final ModelStore models;
    private final FactsAssembler facts;
    private final Acts acts;

    FamilyController(FamilyStore store, ModelStore models, FactsAssembler facts, Acts acts) {
        this.store = store;
        this.models = models;
        this.facts = facts;
        this.acts = acts;
    }

    @GetMapping
    List<FamilyForm> families() {
        return Stream.concat(
                        ShippedFamilies.all().stream().map(f -> view(f, "", true, null, "", 0)),
                        store.all().stream()
                                .map(w -> view(w.family(), w.note(), false, w.changedAt(), w.changedBy(), w.version())))
                .toList();
    }

    /** The names that a body may write, for completion. */
    @GetMapping("/names")
    List<NameView> names() {
        return BodyNames.all().stream()
                .map(n -> new NameView(n.name(), n.place(), n.purpose()))
                .toList();
    }

    /** What is wrong with a body, and what a device would be sent if it were its family's. */
    @PostMapping("/check")
    Checkup check(@RequestBody CheckWish wish) {
        String body = wish.body() == null ? "" : wish.body();
        Escaping escaping = Optional.ofNullable(wish.escaping()).orElse(Escaping.KEY_VALUE);
        Family tried = new Family("tried", "Tried", "text/plain", "", "", escaping, body);
        if (Dialect.of(tried) instanceof Dialect.Compiled.Bad bad) {
            return new Checkup(bad.problems(), "", List.of());
        }
        Dialect dialect = ((Dialect.Compiled.Good) Dialect.of(tried)).dialect();
        Optional<Assembled> device = facts.assemble(wish.deviceId());
        return new Checkup(
                BodyCheck.check(body, escaping),
                device.flatMap(Assembled::writable)
                        .map(c -> dialect.render(c.withoutSecrets()))
                        .orElse(""),
                device.map(d -> d.facts().problems().stream()
                                .filter(p -> !p.startsWith("The family "))
                                .toList())
                        .orElse(List.of()));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    void add(@RequestBody FamilyForm form) {
        String id = Checked.needed(form.id(), "id", "short name", 40).toLowerCase(Locale.ROOT);
        if (!id.matches("[a-z][a-z0-9-]*")) {
            throw RefusedException.field(
                    "/id", "“" + id + "” is no short name.", "Letters, digits and hyphens, such as brask.");
        }
        if (ShippedFamilies.find(id).isPresent() || store.find(id).isPresent()) {
            throw RefusedException.field("/id", "There is a family " + id + " already.", "Choose another name.");
        }
        Family family = family(id, form);
        String note = Checked.text(form.note(), "note", "note", 2_000);
        acts.act(x -> "wrote family " + family.name(), recording -> {
            store.add(family, note);
            recording.made(Kept.FAMILY, id);
            return id;
        });
    }

    @PutMapping("/{id}")
    void change(@PathVariable String id, @RequestBody FamilyForm form) {
        if (ShippedFamilies.find(id).isPresent()) {
            throw RefusedException.field(
                    "/", "This family comes with the product and stays as it is.", "Copy it, and change the copy.");
        }
        if (store.find(id).isEmpty()) {
            throw RefusedException.notFound("family");
        }
        Family family = family(id, form);
        String note = Checked.text(form.note(), "note", "note", 2_000);
        acts.act(x -> "changed family " + family.name(), recording -> {
            recording.changing(Kept.FAMILY, id);
            if (!store.change(family, note, form.version())) {
                throw RefusedException.changedMeanwhile("family");
            }
            return id;
        });
    }

    /** A family as it was written, with all that is wrong with it told at once. */
    private static Family family(String id, FamilyForm form) {
        List<FieldProblem> problems = new ArrayList<>();
        String before = form.before() == null ? "" : form.before();
        String after = form.after() == null ? "" : form.after();
        if (!(before + after).matches("[A-Za-z0-9._-]*") || before.endsWith(".") && before.startsWith(".")) {
            problems.add(new FieldProblem(
                    before.matches("[A-Za-z0-9._-]*") ? "/after" : "/before",
                    "A file’s name holds letters, digits, dots, hyphens and underscores.",
                    "Such as b9- before and .set after the MAC."));
        }
        if (before.matches(".*[0-9a-zA-Z]")) {
            problems.add(new FieldProblem(
                    "/before",
                    "The MAC can’t be told from “" + before + "” before it.",
                    "Put a hyphen or dot between."));
        }
        if (after.matches("[0-9a-zA-Z].*")) {
            problems.add(new FieldProblem(
                    "/after", "The MAC can’t be told from “" + after + "” after it.", "Put a hyphen or dot between."));
        }
        String type = form.contentType() == null ? "" : form.contentType().strip();
        if (!Family.mayBeServedAs(type)) {
            problems.add(new FieldProblem(
                    "/contentType",
                    "“" + type + "” is no content type of a configuration.",
                    "text/plain, text/csv, text/xml, application/xml, application/json or application/octet-stream."));
        }
        Escaping escaping = Optional.ofNullable(form.escaping()).orElse(Escaping.KEY_VALUE);
        String body = form.body() == null ? "" : form.body();
        BodyCheck.check(body, escaping).stream()
                .filter(BodyProblem::isGrave)
                .limit(5)
                .forEach(p -> problems.add(new FieldProblem("/body", "Line " + p.line() + ": " + p.what(), p.hint())));
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        return new Family(id, Checked.needed(form.name(), "name", "name", 60), type, before, after, escaping, body);
    }

    private FamilyForm view(
            Family f, String note, boolean shipped, @Nullable Instant changedAt, String changedBy, long version) {
        return new FamilyForm(
                f.id(),
                f.name(),
                f.contentType(),
                f.before(),
                f.after(),
                f.escaping(),
                f.body(),
                note,
                shipped,
                models.countOf(f.id()),
                changedAt,
                changedBy,
                version);
    }
}
