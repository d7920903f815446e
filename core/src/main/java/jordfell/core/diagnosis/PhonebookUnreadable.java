package jordfell.core.diagnosis;

import java.util.List;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.milestone.BookAsks;
import jordfell.core.path.BookStatus;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/**
 * <em>phonebook-unreadable</em>: it was given the file of a phonebook, and asks for it anew as a phone that holds none. That is
 * said only of a phone that says which configuration it holds when it asks for that: of others nothing is known.
 */
final class PhonebookUnreadable implements Rule {

    /** A restart between two requests may have cost it the first one. */
    private static final int ENOUGH = 2;

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().stop(Stop.ACCEPTED).state() != StopState.PASSED || !saysWhatItHolds(device)) {
            return List.of();
        }
        return BookStatus.of(device.facts(), device.reached(), device.path().lines(), device.now()).stream()
                .flatMap(PhonebookUnreadable::about)
                .toList();
    }

    private static boolean saysWhatItHolds(CaseOf device) {
        return device.reached()
                        .fetches()
                        .taken()
                        .filter(taken -> taken.newest().status() == 304)
                        .isPresent()
                || device.reached().books().values().stream().anyMatch(BookAsks::keepsTags);
    }

    private static Stream<Finding> about(BookStatus book) {
        return book.asks().filter(a -> a.again() >= ENOUGH).stream().map(asks -> finding(book, asks));
    }

    private static Finding finding(BookStatus book, BookAsks asks) {
        PhonebookAsked newest = asks.newest();
        return Finding.likely(
                        Cause.PHONEBOOK_UNREADABLE,
                        "It takes the file of its phonebook “" + book.book().name()
                                + "” again and again and does not keep it, so it has none of its names.",
                        "Its own log, or its screen.")
                .variant(newest.userAgent() + " " + book.book().name())
                .brief("does not keep “" + book.book().name() + "”")
                .detail("It was given " + newest.names()
                        + " names each time, and asked the next time as a phone that holds"
                        + " none, while it says which configuration it holds.")
                .since(asks.since())
                .tries(asks.again() + 1)
                .shownBy(
                        "GET of phonebook " + book.book().slot() + " without If-None-Match → 200, of the same revision")
                .remedies(
                        Remedy.advice("See what its family’s phonebook file should look like, under Settings, Families,"
                                + " and what " + newest.userAgent() + " says in its log."));
    }
}
