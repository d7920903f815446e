package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import jordfell.core.phonebook.ContactNumber.Kind;
import org.junit.jupiter.api.Test;

/** Several sources as one phonebook, and what they have twice. */
class MergedTest {

    private static final Contact IDA = contact("Sørvik Ida", "2413", "+999701122");
    private static final Contact WINDOW = contact("Ticket window", "2413");
    private static final Contact HARBOUR = contact("Harbour radio", "2400");

    private static Contact contact(String name, String... numbers) {
        return new Contact(
                new ContactName(name, ""),
                "",
                Stream.of(numbers).map(n -> new ContactNumber(Kind.WORK, n)).toList(),
                "");
    }

    private static Merged merged(Map<String, String> decided) {
        return Merged.of(List.of(List.of(IDA, HARBOUR), List.of(HARBOUR, WINDOW)), decided);
    }

    @Test
    void theSameContactTwiceIsOne() {
        assertThat(merged(Map.of()).contacts()).containsExactly(IDA, HARBOUR, WINDOW);
    }

    @Test
    void theSameNumberWithTwoNamesIsAskedAbout() {
        assertThat(merged(Map.of()).open()).containsExactly(new Merged.Doubled("2413", List.of(IDA, WINDOW)));
    }

    @Test
    void whoKeepsTheNumberAloneHasItAndWhoHasNoneLeftIsGone() {
        Merged idas = merged(Map.of("2413", "Sørvik Ida"));
        assertThat(idas.contacts()).containsExactly(IDA, HARBOUR);
        assertThat(idas.open()).isEmpty();
        Merged windows = merged(Map.of("2413", "Ticket window"));
        assertThat(windows.contacts()).containsExactly(contact("Sørvik Ida", "+999701122"), HARBOUR, WINDOW);
    }

    @Test
    void bothMayKeepItAndNobodyIsAskedAgain() {
        Merged both = merged(Map.of("2413", ""));
        assertThat(both.contacts()).containsExactly(IDA, HARBOUR, WINDOW);
        assertThat(both.open()).isEmpty();
    }

    @Test
    void aDecisionForSomebodyWhoIsNotThereAnyMoreIsAskedAnew() {
        assertThat(merged(Map.of("2413", "Holm Nils")).open()).hasSize(1);
        assertThat(merged(Map.of("2413", "Holm Nils")).contacts()).containsExactly(IDA, HARBOUR, WINDOW);
    }
}
