package jordfell.server.directory;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactWish;
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
 * Takes contacts out of a file into a phonebook: says what each would change, and does it when accepted. A contact of a name
 * that is there once is that one; nobody is taken out because a file does not have them.
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
        Map<String, List<ContactStore.Kept>> there = new HashMap<>();
        store.of(phonebookId)
                .forEach(kept -> there.computeIfAbsent(whole(kept.contact()), n -> new ArrayList<>())
                        .add(kept));
        Set<Contact> before = new HashSet<>();
        List<Step> steps = new ArrayList<>();
        for (ContactFile.Row row : ContactFile.read(file)) {
            steps.add(step(row, there, before, fresh));
        }
        return steps;
    }

    private Step step(
            ContactFile.Row row, Map<String, List<ContactStore.Kept>> there, Set<Contact> before, List<Contact> fresh) {
        Checked<ContactWish.Kept> checked = row.wish().checked();
        if (checked instanceof Checked.Bad<ContactWish.Kept> bad) {
            FieldProblem first = bad.problems().get(0);
            return judged(row, Fate.REFUSED, first.reason() + " " + first.hint(), Optional.empty());
        }
        ContactWish.Kept kept = ((Checked.Good<ContactWish.Kept>) checked).value();
        List<ContactStore.Kept> namesakes = there.getOrDefault(whole(kept.contact()), List.of());
        // Where a list has names in one piece, how it is taken apart here stays.
        Contact contact = namesakes.size() == 1
                ? named(kept.contact(), namesakes.get(0).contact().name())
                : kept.contact();
        String said = String.join(" ", kept.said());
        if (!before.add(contact)) {
            return judged(row, Fate.REFUSED, "The same stands in it before.", Optional.empty());
        }
        if (namesakes.stream().anyMatch(n -> n.contact().equals(contact))) {
            return judged(row, Fate.UNCHANGED, "", Optional.empty());
        }
        if (namesakes.size() == 1) {
            ContactStore.Kept old = namesakes.get(0);
            return judged(
                    row,
                    Fate.CHANGED,
                    (differences(old.contact(), contact) + " " + said).strip(),
                    Optional.of(recording -> {
                        recording.changing(Kept.CONTACT, old.id());
                        store.change(old.id(), contact, old.version());
                    }));
        }
        return judged(row, Fate.NEW, said, Optional.of(recording -> fresh.add(contact)));
    }

    /** A name in one piece, whichever part of it is which. */
    private static String whole(Contact contact) {
        return contact.name().in(ContactName.Order.GIVEN).toLowerCase(Locale.ROOT);
    }

    private static Contact named(Contact contact, ContactName name) {
        return new Contact(name, contact.department(), contact.numbers(), contact.note());
    }

    private static Step judged(ContactFile.Row row, Fate fate, String words, Optional<Consumer<Recording>> work) {
        return new Step(new Judged(row.line(), row.name(), fate, words), work);
    }

    private static String differences(Contact now, Contact then) {
        List<String> words = new ArrayList<>();
        if (!now.department().equals(then.department())) {
            words.add("department “" + then.department() + "” instead of “" + now.department() + "”");
        }
        if (!now.numbers().equals(then.numbers())) {
            words.add("numbers " + numbers(then) + " instead of " + numbers(now));
        }
        if (!now.note().equals(then.note())) {
            words.add("another note");
        }
        return String.join(", ", words);
    }

    private static String numbers(Contact contact) {
        return String.join(
                ", ",
                contact.numbers().stream()
                        .map(n -> n.kind().word() + " " + n.number())
                        .toList());
    }
}
