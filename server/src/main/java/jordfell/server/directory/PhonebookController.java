package jordfell.server.directory;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.phonebook.Phonebook;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ContactStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.EditionStore;
import jordfell.server.records.PhonebookStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Phonebooks: made, made of something else, and removed. */
@RestController
@RequestMapping(path = "/api/phonebooks", produces = "application/json")
class PhonebookController {

    /** @param keeper the name that keeps the number; empty for all of them */
    record DecisionWish(@Nullable String number, @Nullable String keeper) {}

    private final DirectoryList list;
    private final PhonebookStore store;
    private final ContactStore contacts;
    private final EditionStore editions;
    private final DomainStore domains;
    private final DirectoryContents contents;
    private final Acts acts;

    PhonebookController(
            DirectoryList list,
            PhonebookStore store,
            ContactStore contacts,
            EditionStore editions,
            DomainStore domains,
            DirectoryContents contents,
            Acts acts) {
        this.list = list;
        this.store = store;
        this.contacts = contacts;
        this.editions = editions;
        this.domains = domains;
        this.contents = contents;
        this.acts = acts;
    }

    @GetMapping
    List<DirectoryList.PhonebookView> phonebooks() {
        return list.all();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody PhonebookForm form) {
        Phonebook phonebook = checked(Optional.empty(), form);
        return new Made(acts.act(id -> "made phonebook " + phonebook.name(), recording -> {
                    long id = store.add(phonebook);
                    recording.made(Kept.PHONEBOOK, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody PhonebookForm form) {
        Phonebook before = list.get(id);
        Phonebook after = checked(Optional.of(before), form);
        if (!before.name().equals(after.name()) || !before.domainId().equals(after.domainId())) {
            needUnnamed(before, "It can’t have another name or domain meanwhile");
        }
        change(after, form.version(), "changed phonebook " + after.name());
    }

    /** Says who of several contacts keeps a number. */
    @PostMapping("/{id}/decisions")
    void decide(@PathVariable long id, @RequestBody DecisionWish wish) {
        Phonebook before = list.get(id);
        String number = Fields.needed(wish.number(), "number", "number", 40);
        String keeper = Fields.text(wish.keeper(), "keeper", "name", 220);
        boolean isAsked = contents.of(id).merged().open().stream()
                .anyMatch(d -> d.number().equals(number));
        if (!isAsked) {
            throw RefusedException.field(
                    "/number", "Nobody asks about " + number + " any more.", "Load again to see how things stand.");
        }
        Map<String, String> decided = new HashMap<>(before.decided());
        decided.put(number, keeper);
        Phonebook after = new Phonebook(id, before.domainId(), before.name(), before.sources(), decided);
        long version = store.all().get(id).version();
        change(
                after,
                version,
                keeper.isEmpty()
                        ? "left " + number + " with all who have it in " + before.name()
                        : "gave " + number + " to " + keeper + " in " + before.name());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        Phonebook phonebook = list.get(id);
        needUnnamed(phonebook, "It can’t be removed meanwhile");
        List<String> within = store.phonebooks().values().stream()
                .filter(other -> other.includes().contains(id))
                .map(Phonebook::name)
                .toList();
        if (!within.isEmpty()) {
            throw RefusedException.field(
                    "/", String.join(", ", within) + " is made of it.", "Take it out there first.");
        }
        acts.act(x -> "removed phonebook " + phonebook.name(), recording -> {
            recording.removing(Kept.PHONEBOOK, List.of(id));
            List<Long> own = contacts.of(id).stream().map(ContactStore.Kept::id).toList();
            recording.removing(Kept.CONTACT, own);
            recording.removing(Kept.EDITION, editions.ids(id));
            contacts.remove(own);
            editions.letGo(id, 0);
            store.remove(id);
            return id;
        });
    }

    private void change(Phonebook after, long version, String words) {
        acts.act(x -> words, recording -> {
            recording.changing(Kept.PHONEBOOK, after.id());
            if (!store.change(after, version)) {
                throw RefusedException.changedMeanwhile("phonebook");
            }
            return after.id();
        });
    }

    private Phonebook checked(Optional<Phonebook> self, PhonebookForm form) {
        if (form.domainId() != null && domains.find(form.domainId()).isEmpty()) {
            throw RefusedException.field("/domainId", "There is no such domain.", "Choose one, or all of them.");
        }
        return Fields.good(form.wish().checked(self, store.phonebooks()));
    }

    /** Slots name it: what they give would be another one, or none. */
    private void needUnnamed(Phonebook phonebook, String what) {
        List<PhonebookStore.Giver> named = store.giving(phonebook.name());
        if (!named.isEmpty()) {
            throw RefusedException.field(
                    "/name",
                    what + ": " + named.size() + (named.size() == 1 ? " layer gives" : " layers give") + " “"
                            + phonebook.name() + "” to phones.",
                    "Give those phones another one first, under Templates.");
        }
    }
}
