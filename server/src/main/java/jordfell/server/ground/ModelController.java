package jordfell.server.ground;

import java.util.List;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.ground.Impact;
import jordfell.core.ground.ModelImpact;
import jordfell.core.settings.LayerKind;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.device.DialectBook;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceCounts;
import jordfell.server.records.DevicesUnder;
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

/** Models: what they can hold, and which firmware is right. */
@RestController
@RequestMapping(path = "/api/models", produces = "application/json")
class ModelController {

    record MadeModel(String id) {}

    private final ModelStore store;
    private final DialectBook dialects;
    private final DeviceCounts counts;
    private final Acts acts;
    private final DevicesUnder devicesUnder;

    ModelController(ModelStore store, DialectBook dialects, DeviceCounts counts, Acts acts, DevicesUnder devicesUnder) {
        this.store = store;
        this.dialects = dialects;
        this.counts = counts;
        this.acts = acts;
        this.devicesUnder = devicesUnder;
    }

    @GetMapping
    List<ModelForm> models() {
        return store.sheets().stream()
                .map(s -> ModelForm.of(
                        s,
                        store.features(s.model().id()),
                        counts.ofModel(s.model().id())))
                .toList();
    }

    /** Adds a model that nobody supports yet, with the usual sizes; what it holds is put right afterwards. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    MadeModel add(@RequestBody NewModelForm form) {
        DeviceModel model = Fields.good(form.wish()
                .checked(
                        id -> store.find(id).isPresent(),
                        family -> dialects.find(family).isPresent()));
        acts.act(x -> "added model " + model.fullName(), recording -> {
            store.add(model);
            recording.made(Kept.MODEL, model.id());
            return model.id();
        });
        return new MadeModel(model.id());
    }

    @PutMapping("/{id}")
    void change(@PathVariable String id, @RequestBody ModelForm form) {
        ModelSheet after = Fields.good(form.wish().checked(get(id), form.version()));
        acts.act(x -> "changed model " + after.model().fullName(), recording -> {
            recording.changing(Kept.MODEL, id);
            if (!store.change(after)) {
                throw RefusedException.changedMeanwhile("model");
            }
            return id;
        });
    }

    /** Whom the change would touch: devices that have more lines than the model would, passwords that would be cut. */
    @PostMapping("/{id}/impact")
    Impact impact(@PathVariable String id, @RequestBody ModelForm form) {
        ModelSheet before = get(id);
        DeviceModel after =
                Fields.good(form.wish().checked(before, form.version())).model();
        return ModelImpact.of(
                before.model(),
                after,
                counts.withMoreLines(id, after.lines()),
                devicesUnder.under(LayerKind.MODEL, id).size());
    }

    private ModelSheet get(String id) {
        return store.sheet(id).orElseThrow(() -> RefusedException.notFound("model"));
    }
}
