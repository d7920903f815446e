package jordfell.server.fleet;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.milestone.BookAsks;
import jordfell.core.path.BookStatus;
import jordfell.core.path.DeviceFacts.BookFacts;
import org.jspecify.annotations.Nullable;

/**
 * A phonebook of a device, as its sheet shows it.
 *
 * @param state how it stands; none while the device is not registered with what its records say
 * @param words the same in a few words
 * @param edition that it has; empty for none
 * @param left how many names of it the model has no room for
 * @param at when it asked last
 */
record BookView(
        int slot,
        String name,
        BookStatus.@Nullable State state,
        String words,
        String edition,
        int left,
        @Nullable Instant at) {

    /** By their slots. */
    static List<BookView> of(CaseOf device) {
        List<BookStatus> known =
                BookStatus.of(device.facts(), device.reached(), device.path().lines(), device.now());
        return device.facts().books().stream()
                .map(book -> known.stream()
                        .filter(status -> status.book().slot() == book.slot())
                        .findFirst()
                        .map(status -> of(status, device.now()))
                        .orElseGet(() -> unknown(device, book)))
                .toList();
    }

    private static BookView of(BookStatus status, Instant now) {
        BookStatus.State state = status.state(now);
        Optional<PhonebookAsked> newest = status.asks().map(BookAsks::newest);
        String words = switch (state) {
            case NOT_PUBLISHED -> "never published";
            case TAKEN ->
                newest.map(n -> n.names() + " names" + (n.left() > 0 ? "; " + n.left() + " more don’t fit" : ""))
                        .orElse("");
            case WAITS -> status.hasSome() ? "an older edition; it is to ask again" : "it is to ask for it";
            case REFUSED ->
                "answered with " + newest.map(PhonebookAsked::status).orElse(0);
            case NEVER_ASKED -> "never asked for it";
            case OLD -> "an older edition, and it does not ask";
        };
        return view(status.book(), state, words, status.asks());
    }

    private static BookView unknown(CaseOf device, BookFacts book) {
        Optional<BookAsks> asks =
                device.reached().book(book.slot()).filter(a -> a.newest().book().equals(book.name()));
        int left = asks.flatMap(BookAsks::served).map(PhonebookAsked::left).orElse(0);
        return view(book, null, asks.isEmpty() ? "not asked for yet" : left > 0 ? left + " names don’t fit" : "", asks);
    }

    private static BookView view(
            BookFacts book, BookStatus.@Nullable State state, String words, Optional<BookAsks> asks) {
        return new BookView(
                book.slot(),
                book.name(),
                state,
                words,
                asks.flatMap(BookAsks::served).map(PhonebookAsked::edition).orElse(""),
                asks.flatMap(BookAsks::served).map(PhonebookAsked::left).orElse(0),
                asks.map(a -> a.newest().at()).orElse(null));
    }
}
