package jordfell.core.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FamilyWishTest {

    private static FamilyWish wish(Map<String, String> fields) {
        return new FamilyWish(
                fields.getOrDefault("id", "Brask"),
                fields.getOrDefault("name", "Brask desk phones"),
                fields.getOrDefault("contentType", "text/plain"),
                fields.getOrDefault("before", "b9-"),
                fields.getOrDefault("after", ".set"),
                null,
                fields.getOrDefault("body", "label = {{label}}\n"),
                fields.getOrDefault("phonebook", ""),
                null);
    }

    private static List<FieldProblem> problems(Map<String, String> fields) {
        return ((Checked.Bad<Family>) wish(fields).checkedNew(Set.of("korrin")::contains)).problems();
    }

    @Test
    void shortNameIsKeptInSmallLettersAndEscapingIsTheUsualOne() {
        Family family = ((Checked.Good<Family>) wish(Map.of()).checkedNew(id -> false)).value();
        assertThat(family.id()).isEqualTo("brask");
        assertThat(family.escaping()).isEqualTo(Escaping.KEY_VALUE);
        assertThat(family.before() + "024b7a" + family.after()).isEqualTo("b9-024b7a.set");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            id          | 9lives      | /id          | “9lives” is no short name.
            id          | KORRIN      | /id          | There is a family korrin already.
            name        | ' '         | /name        | The name is missing.
            before      | b9          | /before      | The MAC can’t be told from “b9” before it.
            after       | set         | /after       | The MAC can’t be told from “set” after it.
            after       | /../.set    | /after       | letters, digits, dots, hyphens and underscores
            contentType | text/html   | /contentType | “text/html” is no content type of a configuration.
            """)
    void whatIsWrongIsToldAtItsField(String field, String text, String at, String reason) {
        assertThat(problems(Map.of(field, text))).singleElement().satisfies(problem -> {
            assertThat(problem.pointer()).isEqualTo(at);
            assertThat(problem.reason()).contains(reason);
            assertThat(problem.hint()).isNotEmpty();
        });
    }

    @Test
    void bodyThatCannotBeWrittenIsToldWithItsLine() {
        assertThat(problems(Map.of("body", "a = 1\nb = {{ device.labl }}\n")))
                .isNotEmpty()
                .allSatisfy(problem -> {
                    assertThat(problem.pointer()).isEqualTo("/body");
                    assertThat(problem.reason()).startsWith("Line 2: ");
                });
    }

    @Test
    void familyThatIsThereIsNotAskedForAnotherShortName() {
        assertThat(wish(Map.of("id", "korrin")).checked("korrin")).isInstanceOf(Checked.Good.class);
    }
}
