package jordfell.core.formula;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaTest {

    private static final Vocabulary WORDS =
            new Vocabulary(Map.of("person", List.of("name", "first"), "extension", List.of("number")));
    private static final Map<String, Map<String, String>> VALUES =
            Map.of("person", Map.of("name", "Ida Sørvik", "first", "Ida"), "extension", Map.of("number", "2431"));

    private static final Formulas FORMULAS = new Formulas(WORDS);

    private static String give(String text) {
        Formula.Compiled compiled = FORMULAS.compile(text);
        if (compiled instanceof Formula.Compiled.Bad bad) {
            return "bad: " + bad.reason();
        }
        Formula.Outcome outcome = ((Formula.Compiled.Good) compiled).formula().evaluate(WORDS.values(VALUES));
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
                "= 1 / 0 | failed: “1 / 0” gives nothing: it divides by zero.",
                "= person.first == 'Ida' | yes",
                "= 'a-b-c'.replace('-', '') | abc",
                "= int(person.first) | failed: “int(person.first)” gives nothing: “Ida” is not a whole number.",
                "= [1, 2].map(x, x) | bad: At character",
                "= person.name + 1 | bad: At character"
            })
    void givesTextOrSaysWhyNot(String text, String expected) {
        assertThat(give(text)).startsWith(expected);
    }

    @Test
    void missingFieldsAreEmptyText() {
        Formula formula = ((Formula.Compiled.Good) FORMULAS.compile("<{{person.name}}>")).formula();
        assertThat(formula.evaluate(WORDS.values(Map.of()))).isEqualTo(new Formula.Outcome.Text("<>"));
    }

    @Test
    void mixedThingsCompareAsNumbers() {
        Formulas models = new Formulas(new Vocabulary(Map.of("model", List.of("name", "keys")), Set.of("model.keys")));
        Formula formula = ((Formula.Compiled.Good) models.compile("= model.keys >= 24")).formula();
        assertThat(formula.evaluate(models.vocabulary().values(Map.of("model", Map.of("keys", "24")))))
                .isEqualTo(new Formula.Outcome.Text("yes"));
        assertThat(formula.evaluate(models.vocabulary().values(Map.of()))).isEqualTo(new Formula.Outcome.Text("no"));
    }

    @Test
    void textCanNotBeMultipliedWithoutEnd() {
        String tenfold = ".replace('a', 'aaaaaaaaaa')";
        assertThat(give("= 'a'" + tenfold.repeat(3))).hasSize(1_000);
        assertThat(give("= 'a'" + tenfold.repeat(40))).contains("more than 10000 characters");
    }

    @Test
    void oneThatIsTooLongIsRefusedByItsLength() {
        assertThat(give("= '" + "x".repeat(3_000) + "'")).isEqualTo("bad: It has 3004 characters; at most 2000 fit.");
    }

    @Test
    void namesAreListedForCompletion() {
        assertThat(WORDS.names()).containsExactlyInAnyOrder("person.name", "person.first", "extension.number");
    }
}
