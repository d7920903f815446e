package jordfell.server.directory;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.PhonebookSlots;
import jordfell.core.phonebook.PhonebookSlots.Slot;
import jordfell.core.render.Dialect;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.device.Assembled;
import jordfell.server.device.DialectBook;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.PublishedBooks;
import jordfell.server.directory.PhonebookFiles.About;
import jordfell.server.directory.PhonebookFiles.Manner;
import jordfell.server.records.Extension;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Which file a device is given for each of its slots. */
@Component
public class BookShelf {

    private static final int MOST_IN_MIND = 200_000;

    /** Whatever these change, no slot of a device is filled otherwise. */
    private static final Set<Subject> LEAVE_SLOTS = Set.of(
            Subject.CONTACT,
            Subject.RELEASE,
            Subject.GIVEN,
            Subject.FIRMWARE,
            Subject.KNOCK,
            Subject.STRAY,
            Subject.PHONE,
            Subject.PASSWORD);

    private record Place(long deviceId, int slot) {}

    /** A slot that has a phonebook; the manner is there once that was published. */
    private record Filled(String name, long phonebookId, String edition, Optional<Manner> manner) {}

    /**
     * What a slot gives.
     *
     * @param name of the phonebook
     * @param edition that was published last; empty for none, and then there is no file
     * @param contentType of the file
     */
    public record Given(
            String name,
            long phonebookId,
            String edition,
            String contentType,
            String revision,
            int names,
            int left,
            String firstLeft) {}

    private final FactsAssembler facts;
    private final PublishedBooks published;
    private final PhonebookFiles files;
    private final DialectBook dialects;
    private final Cache<Place, Optional<Filled>> filled =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    BookShelf(FactsAssembler facts, PublishedBooks published, PhonebookFiles files, DialectBook dialects) {
        this.facts = facts;
        this.published = published;
        this.files = files;
        this.dialects = dialects;
    }

    /** What a device is given for a slot; empty if that has no phonebook of here. */
    public Optional<Given> given(long deviceId, int slot) {
        return filled(deviceId, slot).map(f -> {
            Optional<About> about = f.manner().map(files::about);
            return new Given(
                    f.name(),
                    f.phonebookId(),
                    f.edition(),
                    f.manner()
                            .map(m -> dialects.get(m.family()).family().servedAs())
                            .orElse(""),
                    about.map(About::revision).orElse(""),
                    about.map(About::names).orElse(0),
                    about.map(About::left).orElse(0),
                    about.map(About::firstLeft).orElse(""));
        });
    }

    /** The file of a slot; empty if there is none. */
    public String text(long deviceId, int slot) {
        return filled(deviceId, slot).flatMap(Filled::manner).map(files::text).orElse("");
    }

    /** The names of a slot’s phonebook that the device’s model has no room for, as it would show them. */
    List<String> fallingOff(long deviceId, int slot) {
        return filled(deviceId, slot)
                .flatMap(Filled::manner)
                .map(files::fallingOff)
                .orElse(List.of());
    }

    private Optional<Filled> filled(long deviceId, int slot) {
        return filled.get(
                new Place(deviceId, slot),
                place -> facts.assemble(place.deviceId()).flatMap(device -> slot(device, place.slot())));
    }

    private Optional<Filled> slot(Assembled device, int position) {
        return PhonebookSlots.of(
                        device.settings(),
                        device.dialect().map(Dialect::understood).orElse(Set.of()))
                .stream()
                .filter(slot -> slot.position() == position)
                .findFirst()
                .flatMap(slot -> Optional.ofNullable(
                                published.of(device.domain().id()).get(slot.value()))
                        .map(book -> filled(device, slot, book)));
    }

    private static Filled filled(Assembled device, Slot slot, PublishedBooks.Book book) {
        return new Filled(
                book.phonebook().name(),
                book.phonebook().id(),
                book.newest().map(n -> n.edition()).orElse(""),
                book.newest()
                        .map(newest -> new Manner(
                                book.phonebook().id(),
                                newest.edition(),
                                device.domain().id(),
                                permission(device),
                                order(device),
                                slot.title(book.phonebook().name()),
                                device.holds(),
                                device.device().model().family())));
    }

    private static String permission(Assembled device) {
        return device.lines().stream()
                .flatMap(line -> line.extension().stream())
                .map(Extension::permissionClass)
                .findFirst()
                .orElse("");
    }

    private static ContactName.Order order(Assembled device) {
        String said = device.settings().value(SettingsCatalogue.PHONEBOOK_ORDER);
        return said.isEmpty()
                ? ContactName.Order.FAMILY
                : ContactName.Order.valueOf(said.replace("-name", "").toUpperCase(Locale.ROOT));
    }

    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (!LEAVE_SLOTS.containsAll(changed.refs().keySet())) {
            filled.invalidateAll();
        }
    }
}
