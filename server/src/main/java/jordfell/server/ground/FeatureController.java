package jordfell.server.ground;

import java.time.InstantSource;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.catalogue.ModelSheet;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ModelStore;
import jordfell.server.records.ModelStore.Feature;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What was found out about a model's features. */
@RestController
@RequestMapping(path = "/api/models/{id}/features", produces = "application/json")
class FeatureController {

    record FeatureWish(
            @Nullable String feature,
            ModelStore.@Nullable Verdict verdict,
            @Nullable String note) {}

    private final ModelStore store;
    private final InstantSource clock;
    private final Acts acts;

    FeatureController(ModelStore store, InstantSource clock, Acts acts) {
        this.store = store;
        this.clock = clock;
        this.acts = acts;
    }

    /** Notes how a feature does on this model. */
    @PostMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void note(@PathVariable String id, @RequestBody FeatureWish wish) {
        ModelSheet model = store.sheet(id).orElseThrow(() -> RefusedException.notFound("model"));
        String feature = Fields.needed(wish.feature(), "feature", "feature", 80);
        ModelStore.Verdict verdict = Optional.ofNullable(wish.verdict())
                .orElseThrow(() -> RefusedException.field("/verdict", "How does it do?", "Choose one."));
        String note = Fields.text(wish.note(), "note", "note", 500);
        acts.act(
                x -> "noted " + feature + " on " + model.model().fullName() + ": "
                        + verdict.name().toLowerCase(Locale.ROOT),
                recording -> {
                    recording.changing(Kept.MODEL, id);
                    store.note(id, new Feature(feature, verdict, note, clock.instant(), Audit.who()));
                    return id;
                });
    }
}
