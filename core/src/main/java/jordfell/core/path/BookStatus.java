package jordfell.core.path;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.milestone.BookAsks;
import jordfell.core.milestone.Fetches;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts.BookFacts;

/**
 * How one phonebook of a device stands, by its requests for it: a phone that asks and is given it has it.
 *
 * @param asks how it asked for this phonebook; empty if it never did
 * @param due when it would have asked, or asked again, at the latest
 */
public record BookStatus(BookFacts book, Optional<BookAsks> asks, Instant due) {

    /** From its registration to its last phonebook. */
    static final Duration USUAL_ASKING = Duration.ofMinutes(10);

    /** What can be said of it. */
    public enum State {
        /** Nothing was published, so that there is nothing to be had. */
        NOT_PUBLISHED,
        /** It has what was published last. */
        TAKEN,
        /** It may still ask by itself. */
        WAITS,
        /** It asks, and is not given it. */
        REFUSED,
        NEVER_ASKED,
        /** It has an edition before the last, and does not ask. */
        OLD
    }

    /**
     * The phonebooks of a device that is registered and has what its records say; none of any other, since whether those have
     * names says nothing.
     */
    public static List<BookStatus> of(DeviceFacts facts, Milestones reached, List<LineStatus> lines, Instant now) {
        if (facts.books().isEmpty() || facts.byHand() || facts.pending()) {
            return List.of();
        }
        Optional<Instant> registered = lines.stream()
                .filter(line -> line.accepted(now))
                .flatMap(line -> line.reached().acceptedSince().stream())
                .findFirst();
        if (registered.isEmpty()) {
            return List.of();
        }
        Instant begin = Stream.concat(registered.stream(), reached.fetches().taken().map(Fetches.Taken::since).stream())
                .max(Instant::compareTo)
                .orElseThrow();
        return facts.books().stream().map(book -> of(book, reached, begin)).toList();
    }

    private static BookStatus of(BookFacts book, Milestones reached, Instant begin) {
        Optional<BookAsks> asks =
                reached.book(book.slot()).filter(a -> a.newest().book().equals(book.name()));
        Instant published = later(begin, book.publishedAt());
        Instant due = asks.map(a -> later(
                        published,
                        a.newest().at().plus(book.every()).plus(book.every().dividedBy(4))))
                .orElse(published)
                .plus(USUAL_ASKING);
        return new BookStatus(book, asks, due);
    }

    private static Instant later(Instant one, Instant other) {
        return one.isAfter(other) ? one : other;
    }

    /** How it stands at a moment. */
    public State state(Instant now) {
        if (book.edition().isEmpty()) {
            return State.NOT_PUBLISHED;
        }
        if (asks.isEmpty()) {
            return due.isAfter(now) ? State.WAITS : State.NEVER_ASKED;
        }
        PhonebookAsked newest = asks.get().newest();
        if (newest.served() && newest.edition().equals(book.edition())) {
            return State.TAKEN;
        }
        // Before it was published there was nothing to be given.
        if (!newest.served() && !newest.at().isBefore(book.publishedAt())) {
            return State.REFUSED;
        }
        return due.isAfter(now) ? State.WAITS : State.OLD;
    }

    /** Whether it ever took an edition of this phonebook. */
    public boolean hasSome() {
        return asks.flatMap(BookAsks::served)
                .filter(s -> s.book().equals(book.name()))
                .isPresent();
    }

    /** When the passing of time alone may tell more. */
    Stream<Instant> moments() {
        return Stream.of(due);
    }
}
