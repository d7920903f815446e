package jordfell.server.directory;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactWish;
import jordfell.core.phonebook.ImportedContacts;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.change.Recording;
import jordfell.server.contacts.ContactFile;
import jordfell.server.exchange.Step;
import jordfell.server.exchange.Step.Fate;
import jordfell.server.exchange.Step.Judged;
import jordfell.server.records.ContactStore;
import org.springframework.stereotype.Component;

/**
 * Takes contacts out of a file into a phonebook: says what each would change, and does it when accepted.
 */
@Component
class ContactImport {

    private final ContactStore store;
    private final ContactList contacts;
    private final Acts acts;

    ContactImport(ContactStore store, ContactList contacts, Acts acts) {
        this.store = store;
        this.contacts = contacts;
        this.acts = acts;
    }

    /** What would become of each; nothing is written. */
    List<Judged> look(long phonebookId, byte[] file) {
        return steps(phonebookId, file, new ArrayList<>()).stream()
                .map(Step::judged)
                .toList();
    }

    /** Does all that can be done, as one act. */
    Acts.Done<Integer> take(long phonebookId, String phonebook, byte[] file) {
        return acts.act(
                done -> "imported " + done + (done == 1 ? " contact" : " contacts") + " into " + phonebook,
                recording -> {
                    List<Contact> fresh = new ArrayList<>();
                    List<Step> steps = steps(phonebookId, file, fresh);
                    steps.forEach(s -> s.work().ifPresent(work -> work.accept(recording)));
                    contacts.needRoom(phonebookId, fresh.size());
                    recording.made(Kept.CONTACT, store.add(phonebookId, fresh));
                    return (int)
                            steps.stream().filter(s -> s.work().isPresent()).count();
                });
    }

    /** @param fresh is given the contacts that are to be added, when the work is done */
    private List<Step> steps(long phonebookId, byte[] file, List<Contact> fresh) {
        Map<Long, Long> versions = new HashMap<>();
        List<ImportedContacts.Own> own = new ArrayList<>();
        store.of(phonebookId).forEach(kept -> {
            versions.put(kept.id(), kept.version());
            own.add(new ImportedContacts.Own(kept.id(), kept.contact()));
        });
        ImportedContacts imported = new ImportedContacts(own);
        List<Step> steps = new ArrayList<>();
        for (ContactFile.Row row : ContactFile.read(file)) {
            Checked<ContactWish.Kept> checked = row.wish().checked();
            if (checked instanceof Checked.Good<ContactWish.Kept> good) {
                steps.add(step(row, good.value(), imported, versions, fresh));
            } else {
                FieldProblem first =
                        ((Checked.Bad<ContactWish.Kept>) checked).problems().get(0);
                steps.add(judged(row, Fate.REFUSED, first.reason() + " " + first.hint(), Optional.empty()));
            }
        }
        return steps;
    }

    private Step step(
            ContactFile.Row row,
            ContactWish.Kept read,
            ImportedContacts imported,
            Map<Long, Long> versions,
            List<Contact> fresh) {
        String said = String.join(" ", read.said());
        ImportedContacts.Meaning meaning = imported.next(read.contact());
        if (meaning instanceof ImportedContacts.Changed changed) {
            return judged(
                    row, Fate.CHANGED, changed.words() + (said.isEmpty() ? "" : ". " + said), Optional.of(recording -> {
                        recording.changing(Kept.CONTACT, changed.id());
                        store.change(changed.id(), changed.contact(), versions.getOrDefault(changed.id(), 0L));
                    }));
        }
        if (meaning instanceof ImportedContacts.Added added) {
            return judged(row, Fate.NEW, said, Optional.of(recording -> fresh.add(added.contact())));
        }
        return meaning instanceof ImportedContacts.Repeated
                ? judged(row, Fate.REFUSED, "The same stands in it before.", Optional.empty())
                : judged(row, Fate.UNCHANGED, "", Optional.empty());
    }

    private static Step judged(ContactFile.Row row, Fate fate, String words, Optional<Consumer<Recording>> work) {
        return new Step(new Judged(row.line(), row.name(), fate, words), work);
    }
}
