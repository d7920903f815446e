package jordfell.server.directory;

import java.util.List;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber;
import jordfell.core.phonebook.Edition;
import jordfell.core.phonebook.EditionChange;
import jordfell.server.answer.ActDone;
import jordfell.server.problem.Fields;
import jordfell.server.records.EditionStore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Editions: what publishing changes, and publishing. */
@RestController
@RequestMapping(path = "/api/phonebooks/{phonebookId}", produces = "application/json")
class EditionController {

    private static final int MOST_NAMED = 200;

    /**
     * What publishing would change.
     *
     * @param edition what would be published
     * @param added the first of them by name
     * @param words in few words; empty for nothing
     */
    record ChangesView(
            String edition, int names, List<String> added, List<String> gone, List<String> changed, String words) {}

    /** @param edition the one that was looked at */
    record PublishWish(@Nullable String edition) {}

    private final DirectoryList list;
    private final DirectoryContents contents;
    private final EditionStore editions;
    private final Publishing publishing;

    EditionController(DirectoryList list, DirectoryContents contents, EditionStore editions, Publishing publishing) {
        this.list = list;
        this.contents = contents;
        this.editions = editions;
        this.publishing = publishing;
    }

    @GetMapping("/changes")
    ChangesView changes(@PathVariable long phonebookId) {
        list.get(phonebookId);
        Edition next = contents.of(phonebookId).edition();
        EditionChange change = EditionChange.of(editions.contacts(phonebookId), next.contacts());
        return new ChangesView(
                next.id(),
                next.contacts().size(),
                named(change.added()),
                named(change.gone()),
                named(change.changed()),
                change.isNone() ? "" : change.words());
    }

    /** Gives phones what the phonebook has now; undoing it gives them the edition before. */
    @PostMapping("/publish")
    ActDone publish(@PathVariable long phonebookId, @RequestBody PublishWish wish) {
        list.get(phonebookId);
        return new ActDone(publishing.publish(phonebookId, Fields.needed(wish.edition(), "edition", "edition", 16)));
    }

    private static List<String> named(List<Contact> contacts) {
        return contacts.stream()
                .limit(MOST_NAMED)
                .map(c -> c.name().in(ContactName.Order.FAMILY) + numbers(c))
                .toList();
    }

    private static String numbers(Contact contact) {
        return contact.numbers().isEmpty()
                ? ""
                : " · "
                        + String.join(
                                ", ",
                                contact.numbers().stream()
                                        .map(ContactNumber::number)
                                        .toList());
    }
}
