package jordfell.core.milestone;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.PhonebookAsked;

/**
 * Its requests for the phonebook of one slot.
 *
 * @param newest the newest of them
 * @param since the first of those that were answered as the newest is, with nothing else in between
 * @param served the newest that was answered with a file
 * @param again how often in a row it was given the whole of a file that it had taken before, while saying that it holds none:
 *     it did not keep it
 * @param keepsTags whether it ever said which file it holds, of this slot: only of such a phone does saying none mean having none
 */
public record BookAsks(
        PhonebookAsked newest, Instant since, Optional<PhonebookAsked> served, int again, boolean keepsTags) {

    /** What it asks for its configuration within this time, it asks because it starts. */
    private static final Duration STARTING = Duration.ofMinutes(2);

    /**
     * What one more request leads to.
     *
     * @param configured the newest answer to a request for its configuration
     */
    static BookAsks after(Optional<BookAsks> before, PhonebookAsked asked, Optional<ConfigRequested> configured) {
        boolean sameAnswer = before.filter(b -> b.newest.status() == asked.status()
                        && b.newest.edition().equals(asked.edition())
                        && b.newest.book().equals(asked.book()))
                .isPresent();
        boolean takenBefore = before.flatMap(BookAsks::served)
                .filter(s -> s.revision().equals(asked.revision()) && s.way().equals("HTTP"))
                .isPresent();
        // A phone that starts may have forgotten what it read well.
        boolean starts = configured
                .filter(c -> c.at().plus(STARTING).isAfter(asked.at()))
                .isPresent();
        boolean saysWhatItHolds = configured.filter(c -> c.status() == 304).isPresent()
                || before.filter(BookAsks::keepsTags).isPresent();
        boolean tookItAgain = asked.status() == 200 && asked.has().isEmpty() && takenBefore && saysWhatItHolds;
        int times = before.map(BookAsks::again).orElse(0);
        return new BookAsks(
                asked,
                sameAnswer ? before.orElseThrow().since : asked.at(),
                asked.served() ? Optional.of(asked) : before.flatMap(BookAsks::served),
                !tookItAgain ? 0 : starts ? times : times + 1,
                !asked.has().isEmpty() || before.filter(BookAsks::keepsTags).isPresent());
    }
}
