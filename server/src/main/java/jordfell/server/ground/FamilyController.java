package jordfell.server.ground;

import java.util.List;
import java.util.stream.Stream;
import jordfell.core.render.Family;
import jordfell.core.render.ShippedFamilies;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.FamilyStore;
import jordfell.server.records.ModelStore;
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

    private final FamilyStore store;
    private final ModelStore models;
    private final Acts acts;

    FamilyController(FamilyStore store, ModelStore models, Acts acts) {
        this.store = store;
        this.models = models;
        this.acts = acts;
    }

    @GetMapping
    List<FamilyForm> families() {
        return Stream.concat(
                        ShippedFamilies.all().stream().map(f -> FamilyForm.shipped(f, models.countOf(f.id()))),
                        store.all().stream()
                                .map(w -> FamilyForm.written(
                                        w, models.countOf(w.family().id()))))
                .toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    void add(@RequestBody FamilyForm form) {
        Family family = Fields.good(form.wish()
                .checkedNew(id ->
                        ShippedFamilies.find(id).isPresent() || store.find(id).isPresent()));
        String note = Fields.text(form.note(), "note", "note", 2_000);
        acts.act(x -> "wrote family " + family.name(), recording -> {
            store.add(family, note);
            recording.made(Kept.FAMILY, family.id());
            return family.id();
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
        Family family = Fields.good(form.wish().checked(id));
        String note = Fields.text(form.note(), "note", "note", 2_000);
        acts.act(x -> "changed family " + family.name(), recording -> {
            recording.changing(Kept.FAMILY, id);
            if (!store.change(family, note, form.version())) {
                throw RefusedException.changedMeanwhile("family");
            }
            return id;
        });
    }
}
