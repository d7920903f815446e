package jordfell.server.roster;

import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.server.answer.Made;
import jordfell.server.calls.RingImpact;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.roster.ExtensionList.ExtensionPage;
import jordfell.server.roster.ExtensionList.ExtensionRow;
import org.jspecify.annotations.Nullable;
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

/** Extensions: listed, made, changed and removed. */
@RestController
@RequestMapping(path = "/api/extensions", produces = "application/json")
class ExtensionController {

    record NewExtension(
            long domainId,
            String number,
            @Nullable String displayName,
            @Nullable String person) {}

    record NextNumber(String number) {}

    private final ExtensionList list;
    private final Extensions extensions;
    private final ExtensionStore store;
    private final NamedPeople people;
    private final DomainStore domains;
    private final RingImpact impact;

    ExtensionController(
            ExtensionList list,
            Extensions extensions,
            ExtensionStore store,
            NamedPeople people,
            DomainStore domains,
            RingImpact impact) {
        this.impact = impact;
        this.list = list;
        this.extensions = extensions;
        this.store = store;
        this.people = people;
        this.domains = domains;
    }

    /** @param stands whether calls reach it; empty for all */
    @GetMapping
    ExtensionPage extensions(
            @RequestParam long domainId,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "false") boolean places,
            @RequestParam(required = false) ExtensionList.@Nullable Stands stands,
            @RequestParam(defaultValue = "") String after) {
        return list.page(new ExtensionList.Wanted(domainId, q.strip(), places, Optional.ofNullable(stands)), after);
    }

    @GetMapping("/{id}")
    ExtensionRow extension(@PathVariable long id) {
        return list.find(id).orElseThrow(() -> RefusedException.notFound("extension"));
    }

    @GetMapping("/next")
    NextNumber next(@RequestParam long domainId) {
        return new NextNumber(extensions.nextFree(domainId));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made make(@RequestBody NewExtension wish) {
        Domain domain = domains.get(wish.domainId());
        String name = Optional.ofNullable(wish.displayName())
                .filter(n -> !n.isBlank())
                .or(() -> Optional.ofNullable(wish.person()))
                .orElse("");
        return new Made(extensions.make(
                domain.id(),
                number(wish.number()),
                Fields.text(name, "displayName", "name", 100),
                owner(domain.id(), wish.person(), Optional.empty())));
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody ChangedExtension wish) {
        Extension before = get(id);
        extensions.change(before, wish.of(before), owner(before.domainId(), wish.person(), before.personId()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        extensions.remove(get(id));
    }

    /** What would ring elsewhere if it had another number, or, with none, if it was no more. */
    @GetMapping("/{id}/impact")
    RingImpact.RingImpactView impact(@PathVariable long id, @RequestParam(defaultValue = "") String number) {
        Extension extension = get(id);
        String other = number.strip();
        return other.isEmpty()
                ? impact.removed(extension.domainId(), extension.number())
                : impact.renumbered(extension.domainId(), extension.number(), other);
    }

    private Extension get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("extension"));
    }

    static String number(@Nullable String number) {
        if (number == null || number.isBlank()) {
            throw RefusedException.field("/number", "The number is missing.", "Give 2 to 7 digits.");
        }
        return number.strip();
    }

    /** The person of this name, made if there is none; nobody for no name. */
    private NamedPeople.Owner owner(long domainId, @Nullable String name, Optional<Long> soFar) {
        return people.owner(domainId, Fields.text(name, "person", "name", 100), soFar);
    }
}
