package jordfell.server.directory;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber;
import jordfell.core.phonebook.DiallableNumber;
import jordfell.core.phonebook.PhonebookBody;
import jordfell.core.phonebook.WrittenBook;
import jordfell.core.release.Revision;
import jordfell.core.render.Family;
import jordfell.core.render.Letters;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.device.DialectBook;
import jordfell.server.records.DomainStore;
import jordfell.server.records.EditionStore;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * The files of phonebooks, one for all devices that are given the same: written when the first one asks, and kept as long as
 * there is room and nothing changed that they say.
 */
@Component
class PhonebookFiles {

    private static final long MOST_LETTERS = 64L << 20;

    /** Of unchanged files that nobody asked for lately nothing but the revision is kept. */
    private static final int MOST_REVISIONS = 5_000;

    /**
     * What a file depends on beside the records.
     *
     * @param holds most names that the model holds; 0 if that is not known
     */
    record Manner(
            long phonebookId,
            String edition,
            long domainId,
            String permission,
            ContactName.Order order,
            String title,
            int holds,
            String family) {}

    /**
     * What is known of a file without its text.
     *
     * @param left how many names the model has no room for
     * @param firstLeft the first of them; empty for none
     */
    record About(String revision, int names, int left, String firstLeft) {}

    private final EditionStore editions;
    private final DiallingGround dialling;
    private final DialectBook dialects;
    private final DomainStore domains;
    private final Cache<Manner, String> texts = Caffeine.newBuilder()
            .maximumWeight(MOST_LETTERS)
            .weigher((Manner manner, String text) -> text.length())
            .build();
    private final Cache<Manner, About> known =
            Caffeine.newBuilder().maximumSize(MOST_REVISIONS).build();

    PhonebookFiles(EditionStore editions, DiallingGround dialling, DialectBook dialects, DomainStore domains) {
        this.editions = editions;
        this.dialling = dialling;
        this.dialects = dialects;
        this.domains = domains;
    }

    About about(Manner manner) {
        return known.get(manner, m -> {
            WrittenBook all = written(m, editions.contacts(m.phonebookId()));
            WrittenBook held = held(all, m.holds());
            String text =
                    body(m.family()).map(b -> texts.get(m, x -> b.render(held))).orElse("");
            List<WrittenBook.Entry> left = left(all, m.holds());
            return new About(
                    Revision.of(text).id(),
                    held.entries().size(),
                    left.size(),
                    left.stream().findFirst().map(WrittenBook.Entry::shown).orElse(""));
        });
    }

    /** By the names under which a phone would show them. */
    List<String> fallingOff(Manner manner) {
        return left(written(manner, editions.contacts(manner.phonebookId())), manner.holds()).stream()
                .map(WrittenBook.Entry::shown)
                .toList();
    }

    private static List<WrittenBook.Entry> left(WrittenBook all, int holds) {
        return holds == 0 ? List.of() : all.fallingOff(holds);
    }

    String text(Manner manner) {
        return texts.get(
                manner,
                m -> body(m.family())
                        .map(b -> b.render(held(written(m, editions.contacts(m.phonebookId())), m.holds())))
                        .orElse(""));
    }

    /** These contacts as a phone of this manner would have them, all of them. */
    WrittenBook written(Manner manner, List<Contact> contacts) {
        return written(manner, contacts, dialects.get(manner.family()).family().letters());
    }

    /** The same for a family that shows other letters. */
    WrittenBook written(Manner manner, List<Contact> contacts, Letters letters) {
        DiallableNumber.Ground ground = dialling.of(manner.domainId(), manner.permission());
        Map<ContactNumber, DiallableNumber> asked = new HashMap<>();
        Function<ContactNumber, DiallableNumber> dial =
                number -> asked.computeIfAbsent(number, n -> DiallableNumber.of(n, ground));
        return WrittenBook.of(
                manner.title(),
                contacts,
                manner.order(),
                dial,
                domains.get(manner.domainId()).name(),
                letters);
    }

    /** The body of a family’s phonebooks; empty for a family that reads none. */
    Optional<PhonebookBody> body(String family) {
        return dialects.find(family).map(d -> d.family()).flatMap(PhonebookFiles::body);
    }

    private static Optional<PhonebookBody> body(Family family) {
        return family.phonebook().isBlank()
                ? Optional.empty()
                : Optional.of(PhonebookBody.of(family.phonebook(), family.escaping()));
    }

    private static WrittenBook held(WrittenBook all, int holds) {
        return holds == 0 ? all : all.holding(holds);
    }

    /** Whatever changes who can be dialled how, or how it is written. */
    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (changed.refs().keySet().stream().anyMatch(SAID::contains)) {
            texts.invalidateAll();
            known.invalidateAll();
        }
    }

    private static final List<Subject> SAID = List.of(
            Subject.FAMILY,
            Subject.DOMAIN,
            Subject.DIAL_LIST,
            Subject.PERMISSION,
            Subject.RING_GROUP,
            Subject.EXTENSION,
            Subject.NUMBER,
            Subject.EDITION,
            Subject.PHONEBOOK);
}
