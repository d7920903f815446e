package jordfell.server.calls;

import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.calls.DiversionsWish;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where the registrar sends calls of an extension instead. */
@RestController
@RequestMapping(path = "/api/calls/diversions", produces = "application/json")
class DiversionController {

    /**
     * As they are kept, and as they are wished; empty for nowhere.
     *
     * @param version the extension’s
     */
    record DiversionsForm(
            @Nullable String always,
            @Nullable String busy,
            @Nullable String unanswered,
            int afterSeconds,
            @Nullable String unreachable,
            @Nullable String also,
            long version) {

        static DiversionsForm of(Diversions d, long version) {
            return new DiversionsForm(
                    d.always().orElse(""),
                    d.busy().orElse(""),
                    d.unanswered().orElse(""),
                    (int) d.after().toSeconds(),
                    d.unreachable().orElse(""),
                    d.also().orElse(""),
                    version);
        }

        DiversionsWish wish() {
            return new DiversionsWish(always, busy, unanswered, afterSeconds, unreachable, also);
        }
    }

    private final ExtensionStore extensions;
    private final DiversionStore store;
    private final RecordedGround ground;
    private final Acts acts;

    DiversionController(ExtensionStore extensions, DiversionStore store, RecordedGround ground, Acts acts) {
        this.extensions = extensions;
        this.store = store;
        this.ground = ground;
        this.acts = acts;
    }

    @GetMapping
    DiversionsForm diversions(@RequestParam long domainId, @RequestParam String number) {
        Extension extension = get(domainId, number);
        return DiversionsForm.of(store.of(extension.id()), extension.version());
    }

    @PutMapping
    void divert(@RequestParam long domainId, @RequestParam String number, @RequestBody DiversionsForm form) {
        Extension extension = get(domainId, number);
        long id = extension.id();
        RecordedGround.Look look = ground.of(extension.domainId());
        Callee.Line line = (Callee.Line) look.callee(extension.number()).orElseThrow();
        Diversions after = Fields.good(form.wish().checked(line, look));
        acts.act(x -> "changed where calls for " + extension.number() + " go", recording -> {
            recording.changing(Kept.EXTENSION, id);
            if (!store.change(id, after, form.version())) {
                throw RefusedException.changedMeanwhile("extension");
            }
            return id;
        });
    }

    private Extension get(long domainId, String number) {
        return extensions.byNumber(domainId, number).orElseThrow(() -> RefusedException.notFound("extension"));
    }
}
