package jordfell.server.directory;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber;
import jordfell.core.phonebook.DiallableNumber;
import jordfell.core.phonebook.DialledFrom;
import jordfell.core.phonebook.Phonebook;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ContactStore;
import jordfell.server.records.ExtensionStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The contacts of a phonebook as they are shown, a page at a time. */
@Component
class ContactList {

    /** More contacts of its own no phonebook has. */
    static final int MOST_OWN = 50_000;

    private static final int PAGE = 100;

    /**
     * A number, and from where it can’t be called.
     *
     * @param dialled what is dialled for it without a permission, where that works
     * @param trouble why it can’t be called; empty if it can from everywhere
     * @param brief the same in few words
     */
    record BookNumber(ContactNumber.Kind kind, String number, String dialled, String trouble, String brief) {}

    /**
     * A contact.
     *
     * @param position in the phonebook as it would be published, from 0
     * @param ownId under which it can be changed; none for one that comes from a source
     */
    record BookContact(
            int position,
            String family,
            String given,
            String department,
            List<BookNumber> numbers,
            String note,
            @Nullable Long ownId,
            long version) {}

    /**
     * Some of them.
     *
     * @param all how many there are that fit what is looked for
     * @param next where the next page begins; −1 behind the last
     */
    record ContactPage(int all, List<BookContact> rows, int next) {}

    private final DirectoryContents contents;
    private final ContactStore store;
    private final DiallingGround dialling;
    private final ExtensionStore extensions;

    ContactList(DirectoryContents contents, ContactStore store, DiallingGround dialling, ExtensionStore extensions) {
        this.contents = contents;
        this.store = store;
        this.dialling = dialling;
        this.extensions = extensions;
    }

    ContactPage page(Phonebook phonebook, String q, int from) {
        List<Contact> all = contents.of(phonebook.id()).edition().contacts();
        List<Integer> fitting = new ArrayList<>();
        String wanted = q.strip().toLowerCase(Locale.ROOT);
        for (int i = 0; i < all.size(); i++) {
            if (wanted.isEmpty() || fits(all.get(i), wanted)) {
                fitting.add(i);
            }
        }
        Map<Contact, ContactStore.Kept> own = new HashMap<>();
        store.of(phonebook.id()).forEach(kept -> own.put(kept.contact(), kept));
        List<DiallableNumber.Ground> grounds = grounds(phonebook);
        return new ContactPage(
                fitting.size(),
                fitting.stream()
                        .skip(from)
                        .limit(PAGE)
                        .map(i -> view(i, all.get(i), own, grounds))
                        .toList(),
                from + PAGE < fitting.size() ? from + PAGE : -1);
    }

    void needRoom(long phonebookId, int more) {
        int there = store.count(phonebookId);
        if (there + more > MOST_OWN) {
            throw RefusedException.field(
                    "/",
                    "It would have " + (there + more) + " contacts of its own.",
                    "At most " + MOST_OWN + " fit; no phone shows more.");
        }
    }

    /** Whether its name in either order, its department or one of its numbers holds it. */
    private static boolean fits(Contact contact, String wanted) {
        ContactName name = contact.name();
        return (name.given() + " " + name.family() + " " + name.given())
                        .toLowerCase(Locale.ROOT)
                        .contains(wanted)
                || contact.department().toLowerCase(Locale.ROOT).contains(wanted)
                || contact.numbers().stream().anyMatch(n -> n.number().contains(wanted));
    }

    /** Without a permission first, then with each that the domain has; none for a phonebook of all domains. */
    private List<DiallableNumber.Ground> grounds(Phonebook phonebook) {
        List<DiallableNumber.Ground> grounds = new ArrayList<>();
        phonebook.domainId().ifPresent(domain -> {
            DiallableNumber.Ground first = dialling.of(domain, "");
            extensions
                    .permissionsInUse(domain)
                    .forEach(permission -> grounds.add(
                            new DiallableNumber.Ground(first.domain(), first.hasNumber(), first.plan(), permission)));
        });
        return grounds;
    }

    private static BookContact view(
            int position, Contact contact, Map<Contact, ContactStore.Kept> own, List<DiallableNumber.Ground> grounds) {
        Optional<ContactStore.Kept> kept = Optional.ofNullable(own.get(contact));
        return new BookContact(
                position,
                contact.name().family(),
                contact.name().given(),
                contact.department(),
                contact.numbers().stream().map(n -> number(n, grounds)).toList(),
                contact.note(),
                kept.map(ContactStore.Kept::id).orElse(null),
                kept.map(ContactStore.Kept::version).orElse(0L));
    }

    private static BookNumber number(ContactNumber number, List<DiallableNumber.Ground> grounds) {
        DialledFrom from = DialledFrom.of(number, grounds);
        return new BookNumber(number.kind(), number.number(), from.dialled(), from.trouble(), from.brief());
    }
}
