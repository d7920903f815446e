package jordfell.server.directory;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactWish;
import jordfell.core.phonebook.LostNames;
import jordfell.core.phonebook.Phonebook;
import jordfell.core.phonebook.Phonebook.Elsewhere;
import jordfell.core.wish.Checked;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.contacts.ContactFile;
import jordfell.server.directory.OutsideFetch.Came;
import jordfell.server.directory.OutsideFetch.Failed;
import jordfell.server.directory.OutsideFetch.Fetched;
import jordfell.server.outside.WayOut;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.PhonebookCopyStore;
import jordfell.server.records.PhonebookCopyStore.Copy;
import jordfell.server.records.PhonebookStore;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Fetches lists that are kept elsewhere when their time has come, and keeps the last good copy. One that lost half of its
 * names or more is not taken by itself: it waits until somebody looks at it.
 */
@Component
class OutsideLists {

    private static final Duration PATIENCE = Duration.ofSeconds(15);

    private final PhonebookStore phonebooks;
    private final PhonebookCopyStore copies;
    private final Changes changes;
    private final InstantSource clock;
    private final OutsideFetch fetch;

    OutsideLists(
            PhonebookStore phonebooks, PhonebookCopyStore copies, Changes changes, InstantSource clock, WayOut wayOut) {
        this.phonebooks = phonebooks;
        this.copies = copies;
        this.changes = changes;
        this.clock = clock;
        this.fetch = new OutsideFetch(wayOut.address(), PATIENCE);
    }

    @PreDestroy
    void close() {
        fetch.close();
    }

    @Scheduled(initialDelayString = "PT20S", fixedDelayString = "PT30S")
    void fetchThoseDue() {
        Instant now = clock.instant();
        phonebooks
                .phonebooks()
                .values()
                .forEach(phonebook -> sources(phonebook).stream()
                        .filter(source -> copies.find(phonebook.id(), source.address())
                                .flatMap(Copy::triedAt)
                                .map(tried -> !tried.plus(Duration.ofMinutes(source.everyMinutes()))
                                        .isAfter(now))
                                .orElse(true))
                        .forEach(source -> fetch(phonebook, source)));
    }

    /** Fetches those of a phonebook now. */
    void fetchNow(Phonebook phonebook) {
        sources(phonebook).forEach(source -> fetch(phonebook, source));
    }

    /** Takes the copy that waits, as somebody wants it; the one before waits then, so that it can be taken back. */
    void takeWaiting(Phonebook phonebook, String address) {
        Copy copy = copies.find(phonebook.id(), address)
                .filter(c -> c.waiting().isPresent())
                .orElseThrow(() -> RefusedException.notFound("copy that waits"));
        keep(new Copy(
                copy.phonebookId(),
                address,
                copy.triedAt(),
                copy.triedAt(),
                copy.tag(),
                "",
                copy.waiting().orElseThrow(),
                Optional.of(copy.contacts())));
    }

    private static List<Elsewhere> sources(Phonebook phonebook) {
        return phonebook.sources().stream()
                .filter(Elsewhere.class::isInstance)
                .map(Elsewhere.class::cast)
                .toList();
    }

    private synchronized void fetch(Phonebook phonebook, Elsewhere source) {
        Copy before = copies.find(phonebook.id(), source.address())
                .orElse(new Copy(
                        phonebook.id(),
                        source.address(),
                        Optional.empty(),
                        Optional.empty(),
                        "",
                        "",
                        List.of(),
                        Optional.empty()));
        keep(after(before, fetch.fetch(source.address(), before.tag())));
    }

    private Copy after(Copy before, Fetched fetched) {
        if (fetched instanceof Came came) {
            try {
                return read(before, came);
            } catch (RefusedException e) {
                String why =
                        e.fields().stream().findFirst().map(f -> f.reason()).orElse(String.valueOf(e.getMessage()));
                return tried(before, why);
            }
        }
        return fetched instanceof Failed failed ? tried(before, failed.why()) : unchanged(before);
    }

    private Copy read(Copy before, Came came) {
        // Nothing at all is a list without names, whatever form it had.
        List<ContactFile.Row> rows = came.bytes().length == 0 ? List.of() : ContactFile.read(came.bytes());
        List<Contact> contacts = new ArrayList<>();
        int refused = 0;
        for (ContactFile.Row row : rows) {
            if (row.wish().checked() instanceof Checked.Good<ContactWish.Kept> good) {
                contacts.add(good.value().contact());
            } else {
                refused++;
            }
        }
        Optional<String> lost = LostNames.refuse(before.contacts().size(), contacts.size());
        if (lost.isPresent()) {
            return new Copy(
                    before.phonebookId(),
                    before.address(),
                    Optional.of(clock.instant()),
                    before.copiedAt(),
                    came.tag(),
                    lost.get(),
                    before.contacts(),
                    Optional.of(contacts));
        }
        return new Copy(
                before.phonebookId(),
                before.address(),
                Optional.of(clock.instant()),
                Optional.of(clock.instant()),
                came.tag(),
                refused == 0 ? "" : refused + " of its contacts can’t be taken: they have no name, or no number.",
                contacts,
                Optional.empty());
    }

    private Copy tried(Copy before, String trouble) {
        return new Copy(
                before.phonebookId(),
                before.address(),
                Optional.of(clock.instant()),
                before.copiedAt(),
                before.tag(),
                trouble.substring(0, Math.min(500, trouble.length())),
                before.contacts(),
                before.waiting());
    }

    /** As it was when it came: with what was said of it then, unless that was only that it did not come. */
    private Copy unchanged(Copy before) {
        return new Copy(
                before.phonebookId(),
                before.address(),
                Optional.of(clock.instant()),
                before.waiting().isPresent() ? before.copiedAt() : Optional.of(clock.instant()),
                before.tag(),
                before.waiting().isPresent() || before.trouble().contains("can’t be taken") ? before.trouble() : "",
                before.contacts(),
                before.waiting());
    }

    private void keep(Copy copy) {
        copies.put(copy);
        changes.tell(Subject.PHONEBOOK, Set.of(copy.phonebookId()), "");
    }
}
