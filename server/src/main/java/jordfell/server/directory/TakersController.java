package jordfell.server.directory;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.milestone.BookAsks;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts.BookFacts;
import jordfell.core.path.Standing;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.Histories;
import jordfell.server.records.DevicesUnder;
import jordfell.server.records.PhonebookStore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Who has a phonebook: the devices whose settings give it, and how each of them asked for it last. */
@RestController
@RequestMapping(path = "/api/phonebooks/{phonebookId}/takers", produces = "application/json")
class TakersController {

    /** Of more devices it is told how many there are. */
    private static final int MOST_LOOKED_AT = 300;

    /** How a device stands with a phonebook. */
    enum Taking {
        /** It asks and is not given it. */
        REFUSED,
        NEVER_ASKED,
        OLDER,
        TOO_MUCH,
        HAS_IT
    }

    /**
     * A device that is given the phonebook.
     *
     * @param status how it was answered last; 0 if it never asked
     * @param left names for which its model has no room
     */
    record Taker(
            long deviceId,
            String label,
            String model,
            int slot,
            Taking taking,
            int status,
            String edition,
            int names,
            int left,
            @Nullable Instant at) {}

    /**
     * Those that are given it, those first that don’t have it.
     *
     * @param more how many others may be given it and were not looked at
     */
    record Takers(List<Taker> takers, int more) {}

    private final DirectoryList list;
    private final PhonebookStore phonebooks;
    private final Histories histories;
    private final DomainSecrets secrets;
    private final InstantSource clock;
    private final DevicesUnder under;
    private final FactsAssembler facts;

    TakersController(
            DirectoryList list,
            PhonebookStore phonebooks,
            Histories histories,
            DomainSecrets secrets,
            InstantSource clock,
            DevicesUnder under,
            FactsAssembler facts) {
        this.list = list;
        this.phonebooks = phonebooks;
        this.histories = histories;
        this.secrets = secrets;
        this.clock = clock;
        this.under = under;
        this.facts = facts;
    }

    @GetMapping
    Takers takers(@PathVariable long phonebookId) {
        String name = list.get(phonebookId).name();
        Set<Long> maybe = new LinkedHashSet<>();
        phonebooks.giving(name).forEach(g -> maybe.addAll(under.under(g.layer(), g.owner())));
        List<Taker> takers = new ArrayList<>();
        maybe.stream()
                .limit(MOST_LOOKED_AT)
                .flatMap(id -> facts.assemble(id).stream())
                .filter(TakersController::mayAsk)
                .forEach(device -> takers.addAll(takers(device, name)));
        takers.sort(Comparator.comparing(Taker::taking).thenComparing(Taker::label));
        return new Takers(takers, Math.max(0, maybe.size() - MOST_LOOKED_AT));
    }

    /** A spare, or one that nothing was released to, has no file that names a phonebook. */
    private static boolean mayAsk(Assembled device) {
        return device.facts().standing() == Standing.IN_USE
                && device.facts().released().isPresent();
    }

    private List<Taker> takers(Assembled device, String name) {
        List<BookFacts> books = device.facts().books().stream()
                .filter(book -> book.name().equals(name))
                .toList();
        if (books.isEmpty()) {
            return List.of();
        }
        Milestones reached = histories
                .look(device.facts(), secrets.of(device.domain().id()), clock.instant())
                .present()
                .reached();
        return books.stream()
                .map(book -> taker(
                        device,
                        book,
                        reached.book(book.slot())
                                .map(BookAsks::newest)
                                .filter(asked -> asked.book().equals(name))))
                .toList();
    }

    private static Taker taker(Assembled device, BookFacts book, Optional<PhonebookAsked> asked) {
        return new Taker(
                device.device().id(),
                device.device().label(),
                device.device().model().fullName(),
                book.slot(),
                asked.map(a -> taking(book, a)).orElse(Taking.NEVER_ASKED),
                asked.map(PhonebookAsked::status).orElse(0),
                asked.map(PhonebookAsked::edition).orElse(""),
                asked.map(PhonebookAsked::names).orElse(0),
                asked.map(PhonebookAsked::left).orElse(0),
                asked.map(PhonebookAsked::at).orElse(null));
    }

    private static Taking taking(BookFacts book, PhonebookAsked asked) {
        if (!asked.served()) {
            return Taking.REFUSED;
        }
        return !asked.edition().equals(book.edition())
                ? Taking.OLDER
                : asked.left() > 0 ? Taking.TOO_MUCH : Taking.HAS_IT;
    }
}
