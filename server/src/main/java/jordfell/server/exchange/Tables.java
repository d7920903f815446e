package jordfell.server.exchange;

import java.util.List;
import jordfell.core.table.ColumnGuess;

/** The headings of the tables that go out and come in again. */
final class Tables {

    /** Extensions tell two people of one name apart; they are given and taken in the table of extensions. */
    static final List<String> PEOPLE =
            List.of("Name", "E-mail", "Mobile", "Department", "Language", "Time zone", "Kit", "Extensions");

    static final List<String> EXTENSIONS = List.of(
            "Number",
            "Shown as",
            "Person",
            "Authentication user",
            "Contacts",
            "Outside",
            "Permission class",
            "Outgoing number");
    static final List<String> NUMBERS = List.of("Outside number", "Extension", "Prefix", "Note");

    private Tables() {}

    /** Columns are told by their headings alone. */
    static List<ColumnGuess> guesses(List<String> headings) {
        return headings.stream()
                .map(h -> new ColumnGuess(h, List.of(h), c -> false))
                .toList();
    }
}
