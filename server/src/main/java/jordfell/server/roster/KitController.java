package jordfell.server.roster;

import java.util.List;
import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DialStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.TemplateStore;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Kits: what each role gets. */
@RestController
@RequestMapping(path = "/api/kits", produces = "application/json")
class KitController {

    private final KitStore store;
    private final DomainStore domains;
    private final ModelStore models;
    private final TemplateStore templates;
    private final OutsideNumberStore numbers;
    private final DialStore dials;
    private final Acts acts;

    KitController(
            KitStore store,
            DomainStore domains,
            ModelStore models,
            TemplateStore templates,
            OutsideNumberStore numbers,
            DialStore dials,
            Acts acts) {
        this.numbers = numbers;
        this.dials = dials;
        this.store = store;
        this.domains = domains;
        this.models = models;
        this.templates = templates;
        this.acts = acts;
    }

    @GetMapping
    List<KitView> kits(@RequestParam long domainId) {
        return store.all(domainId).stream()
                .map(kit -> KitView.of(kit, store.version(kit.id())))
                .toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody KitForm wish) {
        Kit kit = kit(0, wish.domainId(), "", wish);
        return new Made(acts.act(id -> "made kit " + kit.name(), recording -> {
                    long id = store.add(kit);
                    recording.made(Kept.KIT, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody KitForm wish) {
        Kit before = get(id);
        Kit after = kit(id, before.domainId(), before.permissionClass(), wish);
        acts.act(x -> "changed kit " + after.name(), recording -> {
            recording.changing(Kept.KIT, id);
            if (!store.change(after, wish.version())) {
                throw RefusedException.changedMeanwhile("kit");
            }
            return id;
        });
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        Kit kit = get(id);
        acts.act(x -> "removed kit " + kit.name(), recording -> {
            recording.removing(Kept.KIT, List.of(id));
            store.remove(id);
            return id;
        });
    }

    /** Says what the formulas give for somebody, while they are typed. */
    @PostMapping("/try")
    KitTrial.TrialView trial(@RequestBody KitTrial wish) {
        Optional<Long> domain = domains.idOf(wish.domainName());
        return wish.tried(
                number -> domain.filter(id -> numbers.mayBeShown(id, number)).isPresent());
    }

    /** @param permission that it has so far, which may be gone meanwhile */
    private Kit kit(long id, long domainId, String permission, KitForm form) {
        Domain domain = domains.find(domainId).orElseThrow(() -> RefusedException.notFound("domain"));
        return Fields.good(form.wish()
                .checked(
                        id,
                        domain,
                        models::find,
                        template -> templates
                                .find(template)
                                .filter(t -> t.domainId() == domainId)
                                .isPresent(),
                        name -> name.equals(permission) || dials.isPermission(domainId, name)));
    }

    private Kit get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("kit"));
    }
}
