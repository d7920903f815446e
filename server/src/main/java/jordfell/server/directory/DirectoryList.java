package jordfell.server.directory;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.EditionChange;
import jordfell.core.phonebook.Merged;
import jordfell.core.phonebook.Phonebook;
import jordfell.server.directory.PhonebookForm.BookSource;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ContactStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.EditionStore;
import jordfell.server.records.EditionStore.Published;
import jordfell.server.records.PhonebookCopyStore;
import jordfell.server.records.PhonebookStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Phonebooks as they are shown. */
@Component
class DirectoryList {

    /** What phones are given. */
    record EditionView(long id, String edition, Instant at, String who, String words, int names) {

        static EditionView of(Published p) {
            return new EditionView(p.id(), p.edition(), p.at(), p.who(), p.words(), p.names());
        }
    }

    /**
     * A source that is kept elsewhere, as it was fetched last.
     *
     * @param waiting how many names a later copy has that is not taken unless somebody says so; −1 for none
     */
    record CopyView(
            String address,
            @Nullable Instant triedAt,
            @Nullable Instant copiedAt,
            int names,
            String trouble,
            int waiting) {}

    /** A number that several contacts have and nobody decided on. */
    record DoubledView(String number, List<String> names) {}

    /**
     * A phonebook.
     *
     * @param domain the name of the domain whose it is; empty for all of them
     * @param names how many contacts it has now
     * @param own how many of them were written into it
     * @param published what phones are given; none before it was published
     * @param pending what publishing would change; empty for nothing
     * @param unread what of its sources can’t be taken, the first of it, one sentence each
     * @param since when that was done, by whom and what it was, as far as it is known
     */
    record PhonebookView(
            long id,
            String name,
            @Nullable Long domainId,
            String domain,
            List<BookSource> sources,
            int names,
            int own,
            List<DoubledView> doubled,
            @Nullable EditionView published,
            String pending,
            @Nullable Instant since,
            String who,
            String what,
            List<CopyView> copies,
            List<String> unread,
            long version) {}

    /** A phonebook that has something else than what was published, and what did that last. */
    record Unpublished(long id, String name, String words, String who, String what) {}

    private static final int MOST_DOUBLED = 50;
    private static final int MOST_UNREAD = 20;

    private final PhonebookStore phonebooks;
    private final ContactStore contacts;
    private final EditionStore editions;
    private final PhonebookCopyStore copies;
    private final DomainStore domains;
    private final DirectoryContents contents;

    DirectoryList(
            PhonebookStore phonebooks,
            ContactStore contacts,
            EditionStore editions,
            PhonebookCopyStore copies,
            DomainStore domains,
            DirectoryContents contents) {
        this.phonebooks = phonebooks;
        this.contacts = contacts;
        this.editions = editions;
        this.copies = copies;
        this.domains = domains;
        this.contents = contents;
    }

    List<PhonebookView> all() {
        Map<Long, Published> newest = editions.newest();
        return phonebooks.all().values().stream()
                .map(kept -> view(
                        kept, Optional.ofNullable(newest.get(kept.phonebook().id()))))
                .toList();
    }

    Phonebook get(long id) {
        return Optional.ofNullable(phonebooks.phonebooks().get(id))
                .orElseThrow(() -> RefusedException.notFound("phonebook"));
    }

    /** What publishing a phonebook would change for phones. */
    EditionChange change(long id) {
        return EditionChange.of(editions.contacts(id), contents.of(id).edition().contacts());
    }

    private PhonebookView view(PhonebookStore.Kept kept, Optional<Published> newest) {
        Phonebook phonebook = kept.phonebook();
        DirectoryContents.Now now = contents.of(phonebook.id());
        Merged merged = now.merged();
        boolean same = isPublished(now, newest);
        Optional<DirectoryContents.Moved> moved = now.moved().filter(m -> !same);
        return new PhonebookView(
                phonebook.id(),
                phonebook.name(),
                phonebook.domainId().orElse(null),
                phonebook.domainId().map(d -> domains.get(d).name()).orElse(""),
                phonebook.sources().stream().map(BookSource::of).toList(),
                merged.contacts().size(),
                contacts.count(phonebook.id()),
                merged.open().stream()
                        .limit(MOST_DOUBLED)
                        .map(DirectoryList::doubled)
                        .toList(),
                newest.map(EditionView::of).orElse(null),
                same ? "" : change(phonebook.id()).words(),
                moved.map(DirectoryContents.Moved::at).orElse(null),
                moved.map(DirectoryContents.Moved::who).orElse(""),
                moved.map(DirectoryContents.Moved::what).orElse(""),
                phonebook.sources().stream()
                        .filter(Phonebook.Elsewhere.class::isInstance)
                        .map(source -> copy(phonebook.id(), (Phonebook.Elsewhere) source))
                        .toList(),
                contents.unread(phonebook).stream().limit(MOST_UNREAD).toList(),
                kept.version());
    }

    private static boolean isPublished(DirectoryContents.Now now, Optional<Published> newest) {
        return newest.map(n -> n.edition().equals(now.edition().id()))
                .orElse(now.edition().contacts().isEmpty());
    }

    /** Phonebooks that have something else than what was published. */
    List<Unpublished> unpublished() {
        Map<Long, Published> newest = editions.newest();
        return phonebooks.phonebooks().values().stream()
                .filter(p -> !isPublished(contents.of(p.id()), Optional.ofNullable(newest.get(p.id()))))
                .map(p -> {
                    Optional<DirectoryContents.Moved> moved =
                            contents.of(p.id()).moved();
                    return new Unpublished(
                            p.id(),
                            p.name(),
                            change(p.id()).words(),
                            moved.map(DirectoryContents.Moved::who).orElse(""),
                            moved.map(DirectoryContents.Moved::what).orElse(""));
                })
                .toList();
    }

    private static DoubledView doubled(Merged.Doubled doubled) {
        return new DoubledView(
                doubled.number(),
                doubled.contacts().stream()
                        .map(c -> c.name().in(ContactName.Order.FAMILY))
                        .distinct()
                        .toList());
    }

    private CopyView copy(long id, Phonebook.Elsewhere source) {
        return copies.find(id, source.address())
                .map(copy -> new CopyView(
                        copy.address(),
                        copy.triedAt().orElse(null),
                        copy.copiedAt().orElse(null),
                        copy.contacts().size(),
                        copy.trouble(),
                        copy.waiting().map(List::size).orElse(-1)))
                .orElse(new CopyView(source.address(), null, null, 0, "", -1));
    }
}
