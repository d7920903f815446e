package jordfell.server.roster;

import java.util.Optional;
import jordfell.core.roster.PersonRules;
import jordfell.server.answer.ActDone;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.PersonStore.Person;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People, with what they have. */
@RestController
@RequestMapping(path = "/api/people", produces = "application/json")
class PersonController {

    private final PersonList list;
    private final PersonStore store;
    private final KitStore kits;
    private final DomainStore domains;
    private final Leavers leavers;
    private final Acts acts;

    PersonController(
            PersonList list, PersonStore store, KitStore kits, DomainStore domains, Leavers leavers, Acts acts) {
        this.list = list;
        this.store = store;
        this.kits = kits;
        this.domains = domains;
        this.leavers = leavers;
        this.acts = acts;
    }

    @GetMapping
    PersonList.PersonPage people(
            @RequestParam long domainId,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String after) {
        return list.page(domainId, q.strip(), after);
    }

    @GetMapping("/{id}")
    PersonList.PersonRow person(@PathVariable long id) {
        return list.find(id).orElseThrow(() -> RefusedException.notFound("person"));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody PersonForm wish) {
        Person person = person(0, Optional.empty(), wish);
        return new Made(acts.act(id -> "added " + person.name(), recording -> {
                    long id = store.add(person);
                    recording.made(Kept.PERSON, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody PersonForm wish) {
        Person before = store.find(id).orElseThrow(() -> RefusedException.notFound("person"));
        Person after = person(id, Optional.of(before), wish);
        acts.act(x -> "changed " + after.name(), recording -> {
            recording.changing(Kept.PERSON, id);
            if (!store.change(after)) {
                throw RefusedException.changedMeanwhile("person");
            }
            return id;
        });
    }

    /** What somebody holds, and what becomes of it when they leave. */
    @GetMapping("/{id}/leaving")
    Leavers.Leaving leaving(@PathVariable long id) {
        return leavers.look(id);
    }

    /** Somebody leaves: their devices are freed, their extensions kept for whoever comes next, their passwords changed. */
    @PostMapping("/{id}/leave")
    ActDone leave(@PathVariable long id) {
        return new ActDone(leavers.leave(id));
    }

    private Person person(long id, Optional<Person> before, PersonForm form) {
        RefusedException.ifAny(PersonRules.refuse(form.written()));
        Person after = form.of(id, before);
        if (domains.find(after.domainId()).isEmpty()) {
            throw RefusedException.field("/domainId", "There is no such domain.", "Choose one.");
        }
        boolean hasKit = after.kitId()
                .map(kit -> kits.find(kit)
                        .filter(k -> k.domainId() == after.domainId())
                        .isPresent())
                .orElse(true);
        if (!hasKit) {
            throw RefusedException.field(
                    "/kitId", "There is no such kit in this domain.", "Choose one of it, or none.");
        }
        return after;
    }
}
