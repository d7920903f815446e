package jordfell.core.diagnosis;

import java.time.Duration;
import java.util.List;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.milestone.BookAsks;
import jordfell.core.path.BookStatus;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/**
 * <em>phonebook-not-taken</em>: a phonebook that its settings give it is not on the phone, or as it was before: nobody published
 * it, it is refused, or the phone never asked, or asks no more.
 */
final class PhonebookNotTaken implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().stop(Stop.ACCEPTED).state() != StopState.PASSED) {
            return List.of();
        }
        return BookStatus.of(device.facts(), device.reached(), device.path().lines(), device.now()).stream()
                .flatMap(book -> about(device, book))
                .toList();
    }

    private static Stream<Finding> about(CaseOf device, BookStatus book) {
        return switch (book.state(device.now())) {
            case NOT_PUBLISHED -> Stream.of(unpublished(device, book));
            case REFUSED -> Stream.of(refused(book));
            case NEVER_ASKED -> Stream.of(neverAsked(device, book));
            case OLD -> Stream.of(old(book));
            case TAKEN, WAITS -> Stream.empty();
        };
    }

    private static Finding unpublished(CaseOf device, BookStatus book) {
        return Finding.certain(
                        Cause.PHONEBOOK_NOT_TAKEN,
                        "Its phonebook “" + book.book().name() + "” was never published, so there is nothing to take.")
                .variant("not published " + book.book().name())
                .brief("“" + book.book().name() + "” is not published")
                .detail("Slot " + book.book().slot() + " of its settings names it; phones are given what was"
                        + " published.")
                .since(device.facts()
                        .released()
                        .map(r -> r.at())
                        .orElse(device.facts().enrolledAt()))
                .shownBy("“" + book.book().name() + "” has no published edition")
                .remedies(Remedy.advice("Publish “" + book.book().name() + "”, under Directory."));
    }

    private static Finding refused(BookStatus book) {
        BookAsks asks = book.asks().orElseThrow();
        PhonebookAsked newest = asks.newest();
        String names = book.hasSome() ? "its names stay as they were" : "it has none of its names";
        return Finding.certain(
                        Cause.PHONEBOOK_NOT_TAKEN,
                        "Its request for the phonebook “" + book.book().name() + "” is answered with " + newest.status()
                                + ", so " + names + ".")
                .variant("answered " + newest.status() + " " + book.book().name())
                .brief("“" + book.book().name() + "” is answered with " + newest.status())
                .detail(why(newest))
                .since(asks.since())
                .shownBy(
                        "GET of phonebook " + book.book().slot() + " from " + newest.source() + " → " + newest.status())
                .remedies(Remedy.advice(remedy(newest)));
    }

    private static String why(PhonebookAsked asked) {
        return switch (asked.status()) {
            case 401 -> "It gave no name and password, or other ones than its configuration has.";
            case 403 -> "It asked from " + asked.source() + ", which is outside of its site.";
            case 429 -> "Too much was asked from " + asked.source() + ".";
            default -> "That was the answer the last time it asked.";
        };
    }

    private static String remedy(PhonebookAsked asked) {
        return switch (asked.status()) {
            case 401 -> "Re-send its configuration, which has the name and password to ask with.";
            case 403 -> "Add " + asked.source() + " to the site’s networks if it belongs there, under Settings, Sites.";
            case 429 -> "Wait some minutes; if it goes on, see what else asks from " + asked.source() + ".";
            default -> "Restart the phone, and see what it is answered then.";
        };
    }

    private static Finding neverAsked(CaseOf device, BookStatus book) {
        return Finding.likely(
                        Cause.PHONEBOOK_NOT_TAKEN,
                        "It never asked for its phonebook “" + book.book().name() + "”, so it has none of its names.",
                        "Its own log of what it fetches.")
                .variant("never asked " + book.book().name())
                .brief("never asked for “" + book.book().name() + "”")
                .detail("It has the configuration that names it, in slot "
                        + book.book().slot() + ", and no request for it came.")
                .since(book.due())
                .shownBy("no request for phonebook " + book.book().slot())
                .remedies(Remedy.advice("Restart the phone; if no request comes then, see whether the "
                        + device.facts().model().fullName() + " takes phonebooks with its firmware."));
    }

    private static String often(Duration every) {
        long minutes = Math.max(1, every.toMinutes());
        return minutes % 1_440 == 0
                ? minutes == 1_440 ? "once a day" : "every " + minutes / 1_440 + " days"
                : minutes % 60 == 0 ? "every " + minutes / 60 + " h" : "every " + minutes + " min";
    }

    private static Finding old(BookStatus book) {
        return Finding.likely(
                        Cause.PHONEBOOK_NOT_TAKEN,
                        "It has not asked for its phonebook “" + book.book().name()
                                + "” since a newer edition was published, so "
                                + (book.hasSome() ? "its names are those of before." : "it has none of its names."),
                        "Whether it asks once it is restarted.")
                .variant("old " + book.book().name())
                .brief("“" + book.book().name() + "” is an older one")
                .detail("It asks " + often(book.book().every()) + " by its settings, and that is over.")
                .since(book.due())
                .shownBy("no request for phonebook " + book.book().slot() + " since edition "
                        + book.book().edition())
                .remedies(Remedy.advice("Restart the phone: it asks when it starts."));
    }
}
