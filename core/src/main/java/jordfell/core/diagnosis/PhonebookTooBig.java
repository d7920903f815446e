package jordfell.core.diagnosis;

import java.util.List;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.milestone.BookAsks;
import jordfell.core.path.BookStatus;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/** <em>phonebook-too-big</em>: a phonebook has more names than its model holds; those behind were left out when it was given it. */
final class PhonebookTooBig implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().stop(Stop.ACCEPTED).state() != StopState.PASSED) {
            return List.of();
        }
        return BookStatus.of(device.facts(), device.reached(), device.path().lines(), device.now()).stream()
                .filter(book -> book.state(device.now()) == BookStatus.State.TAKEN)
                .flatMap(book -> about(device, book))
                .toList();
    }

    private static Stream<Finding> about(CaseOf device, BookStatus book) {
        return book.asks().filter(a -> a.newest().left() > 0).stream().map(asks -> finding(device, book, asks));
    }

    private static Finding finding(CaseOf device, BookStatus book, BookAsks asks) {
        PhonebookAsked newest = asks.newest();
        String model = device.facts().model().fullName();
        String missing = newest.left() == 1
                ? "“" + newest.firstLeft() + "” is missing"
                : newest.left() + " are missing, from “" + newest.firstLeft() + "” on";
        return Finding.certain(
                        Cause.PHONEBOOK_TOO_BIG,
                        "“" + book.book().name() + "” has " + (newest.names() + newest.left()) + " names and the "
                                + model + " holds " + newest.names() + ": " + missing + ".")
                .variant(model + " " + book.book().name())
                .brief(newest.left() + " of “" + book.book().name() + "” don’t fit")
                .detail("It was given as many as its model holds.")
                .since(asks.since())
                .shownBy(
                        "GET of phonebook " + book.book().slot() + " → " + newest.names() + " names",
                        model + " holds " + newest.names())
                .remedies(Remedy.advice(
                        "Give it a smaller phonebook in slot " + book.book().slot()
                                + ", under Templates; or correct how many names the " + model
                                + " holds, under Settings, Models."));
    }
}
