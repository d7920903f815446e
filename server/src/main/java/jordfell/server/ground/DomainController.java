package jordfell.server.ground;

import java.util.List;
import jordfell.core.ground.DomainImpact;
import jordfell.core.ground.Impact;
import jordfell.core.roster.Domain;
import jordfell.core.settings.LayerKind;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DevicesUnder;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Domains: nodes, rules and blocks. */
@RestController
@RequestMapping(path = "/api/domains", produces = "application/json")
class DomainController {

    private final DomainStore store;
    private final ExtensionStore extensions;
    private final Acts acts;
    private final DevicesUnder devicesUnder;

    DomainController(DomainStore store, ExtensionStore extensions, Acts acts, DevicesUnder devicesUnder) {
        this.store = store;
        this.extensions = extensions;
        this.acts = acts;
        this.devicesUnder = devicesUnder;
    }

    @GetMapping
    List<DomainForm> domains() {
        return store.all().stream()
                .map(d -> DomainForm.of(d, store.version(d.id())))
                .toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody DomainForm wish) {
        Domain domain = Fields.good(wish.wish().checked(0));
        return new Made(acts.act(id -> "added domain " + domain.name(), recording -> {
                    long id = store.add(domain);
                    recording.made(Kept.DOMAIN, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody DomainForm wish) {
        store.get(id);
        Domain after = Fields.good(wish.wish().checked(id));
        acts.act(x -> "changed domain " + after.name(), recording -> {
            recording.changing(Kept.DOMAIN, id);
            if (!store.change(after, wish.version())) {
                throw RefusedException.changedMeanwhile("domain");
            }
            return id;
        });
    }

    /** Whom the change would touch. */
    @PostMapping("/{id}/impact")
    Impact impact(@PathVariable long id, @RequestBody DomainForm wish) {
        Domain before = store.get(id);
        Domain after = Fields.good(wish.wish().checked(id));
        int under = devicesUnder.under(LayerKind.DOMAIN, Long.toString(id)).size();
        return DomainImpact.of(before, after, extensions.allNumbers(id), under);
    }
}
