package jordfell.core.formula;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaTest {

    private static final Vocabulary WORDS =
            new Vocabulary(Map.of("person", List.of("name", "first"), "extension", List.of("number")));
    private static final Map<String, Map<String, String>> VALUES =
            Map.of("person", Map.of("name", "Ida Sørvik", "first", "Ida"), "extension", Map.of("number", "2431"));

    private static String give(String text) {
        Formula.Compiled compiled = Formula.compile(text, WORDS);
        if (compiled instanceof Formula.Compiled.Bad bad) {
            return "bad: " + bad.reason();
        }
        Formula.Outcome outcome = ((Formula.Compiled.Good) compiled).formula().evaluate(VALUES, WORDS);
        return outcome instanceof Formula.Outcome.Text t
                ? t.text()
                : "failed: " + ((Formula.Outcome.Failed) outcome).reason();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "plain text | plain text",
                "{{person.name}} ({{extension.number}}) | Ida Sørvik (2431)",
                "= 20000 + int(extension.number) | 22431",
                "= person.first == 'Ida' ? 'yes' : 'no' | yes",
                "{{ }} | bad: At character",
                "{{person.nme}} | bad: There is no person.nme; person has name, first.",
                "= persn.name | bad: At character 1: there is no “persn”.",
                "= person.name + | bad: At character",
                "= 1 / 0 | failed: “1 / 0” gives nothing: it divides by zero."
            })
    void givesTextOrSaysWhyNot(String text, String expected) {
        assertThat(give(text)).startsWith(expected);
    }

    @Test
    void missingFieldsAreEmptyText() {
        Formula formula = ((Formula.Compiled.Good) Formula.compile("<{{person.name}}>", WORDS)).formula();
        assertThat(formula.evaluate(Map.of(), WORDS)).isEqualTo(new Formula.Outcome.Text("<>"));
    }

    @Test
    void namesAreListedForCompletion() {
        assertThat(WORDS.names()).containsExactlyInAnyOrder("person.name", "person.first", "extension.number");
    }
}
