package jordfell.server.device;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import jordfell.core.phonebook.Phonebook;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.EditionStore;
import jordfell.server.records.EditionStore.Published;
import jordfell.server.records.PhonebookStore;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Every phonebook by its name with its newest edition, kept in mind: each device that is looked at asks. */
@Component
public class PublishedBooks {

    /**
     * A phonebook.
     *
     * @param newest empty before it was published
     */
    public record Book(Phonebook phonebook, Optional<Published> newest) {

        /** Whether phones of this domain may have it. */
        boolean isFor(long domainId) {
            return phonebook.domainId().isEmpty() || phonebook.domainId().get() == domainId;
        }
    }

    private final PhonebookStore phonebooks;
    private final EditionStore editions;
    private final AtomicReference<Optional<Map<String, Book>>> known = new AtomicReference<>(Optional.empty());

    PublishedBooks(PhonebookStore phonebooks, EditionStore editions) {
        this.phonebooks = phonebooks;
        this.editions = editions;
    }

    /** Those that phones of a domain may have. */
    public Map<String, Book> of(long domainId) {
        Map<String, Book> own = new HashMap<>();
        all().forEach((name, book) -> {
            if (book.isFor(domainId)) {
                own.put(name, book);
            }
        });
        return own;
    }

    private Map<String, Book> all() {
        return known.get().orElseGet(() -> {
            Map<String, Book> read = read();
            known.set(Optional.of(read));
            return read;
        });
    }

    private Map<String, Book> read() {
        Map<Long, Published> newest = editions.newest();
        Map<String, Book> byName = new HashMap<>();
        phonebooks
                .phonebooks()
                .values()
                .forEach(p -> byName.put(p.name(), new Book(p, Optional.ofNullable(newest.get(p.id())))));
        return byName;
    }

    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (changed.touches(Subject.PHONEBOOK) || changed.touches(Subject.EDITION) || changed.touches(Subject.DOMAIN)) {
            known.set(Optional.empty());
        }
    }
}
