package jordfell.server.directory;

import java.util.List;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactWish;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ContactStore;
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

/** The contacts of a phonebook: all of them to look at, its own to write. */
@RestController
@RequestMapping(path = "/api/phonebooks/{phonebookId}/contacts", produces = "application/json")
class BookContactController {

    /**
     * What was kept.
     *
     * @param said what was made of its numbers, one line each
     */
    record ContactKept(long id, List<String> said) {}

    private final DirectoryList list;
    private final ContactList contacts;
    private final ContactStore store;
    private final Acts acts;

    BookContactController(DirectoryList list, ContactList contacts, ContactStore store, Acts acts) {
        this.list = list;
        this.contacts = contacts;
        this.store = store;
        this.acts = acts;
    }

    @GetMapping
    ContactList.ContactPage contacts(
            @PathVariable long phonebookId,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "0") int from) {
        return contacts.page(list.get(phonebookId), q, Fields.from(from));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ContactKept add(@PathVariable long phonebookId, @RequestBody ContactForm form) {
        String phonebook = list.get(phonebookId).name();
        ContactWish.Kept kept = Fields.good(form.wish().checked());
        contacts.needRoom(phonebookId, 1);
        long id = acts.act(x -> "put " + name(kept) + " into " + phonebook, recording -> {
                    long made = store.add(phonebookId, List.of(kept.contact())).get(0);
                    recording.made(Kept.CONTACT, made);
                    return made;
                })
                .result();
        return new ContactKept(id, kept.said());
    }

    @PutMapping("/{id}")
    ContactKept change(@PathVariable long phonebookId, @PathVariable long id, @RequestBody ContactForm form) {
        String phonebook = list.get(phonebookId).name();
        own(phonebookId, id);
        ContactWish.Kept kept = Fields.good(form.wish().checked());
        acts.act(x -> "changed " + name(kept) + " in " + phonebook, recording -> {
            recording.changing(Kept.CONTACT, id);
            if (!store.change(id, kept.contact(), form.version())) {
                throw RefusedException.changedMeanwhile("contact");
            }
            return id;
        });
        return new ContactKept(id, kept.said());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long phonebookId, @PathVariable long id) {
        String phonebook = list.get(phonebookId).name();
        ContactStore.Kept own = own(phonebookId, id);
        acts.act(
                x -> "took " + own.contact().name().in(ContactName.Order.FAMILY) + " out of " + phonebook,
                recording -> {
                    recording.removing(Kept.CONTACT, List.of(id));
                    store.remove(List.of(id));
                    return id;
                });
    }

    private ContactStore.Kept own(long phonebookId, long id) {
        return store.find(id)
                .filter(kept -> kept.phonebookId() == phonebookId)
                .orElseThrow(() -> RefusedException.notFound("contact"));
    }

    private static String name(ContactWish.Kept kept) {
        return kept.contact().name().in(ContactName.Order.FAMILY);
    }
}
