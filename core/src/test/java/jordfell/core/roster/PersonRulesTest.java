package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import jordfell.core.roster.PersonRules.Written;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PersonRulesTest {

    private static Written with(String field, String text) {
        Map<String, String> all = new HashMap<>(Map.of("name", "Ida Sørvik"));
        all.put(field, text);
        return new Written(
                all.getOrDefault("name", ""),
                all.getOrDefault("email", ""),
                all.getOrDefault("mobile", ""),
                all.getOrDefault("department", ""),
                all.getOrDefault("language", ""),
                all.getOrDefault("zone", ""));
    }

    @ParameterizedTest
    @CsvSource({
        "email, ida@tarnholm.example",
        "mobile, +999 55 0123",
        "mobile, 055/0123-4",
        "language, sv",
        "language, sv-FI",
        "zone, Etc/UTC",
        "department, Slipway & stores"
    })
    void whatPeopleWriteIsKept(String field, String text) {
        assertThat(PersonRules.refuse(with(field, text))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            name     | '   '          | The name is missing.
            email    | ida            | is no e-mail address.
            email    | a b@c          | is no e-mail address.
            mobile   | see note       | is no telephone number.
            language | Swedish        | is no language.
            language | SV             | is no language.
            zone     | Middle/Nowhere | is not a time zone
            """)
    void whatIsNoneIsRefusedAtItsField(String field, String text, String why) {
        assertThat(PersonRules.refuse(with(field, text))).singleElement().satisfies(r -> {
            assertThat(r.pointer()).isEqualTo("/" + field);
            assertThat(r.reason()).contains(why);
            assertThat(r.hint()).isNotEmpty();
        });
    }

    @Test
    void everythingWrongIsToldAtOnce() {
        assertThat(PersonRules.refuse(new Written("x".repeat(101), "x", "x", "y".repeat(101), "x", "x")))
                .extracting(FieldProblem::pointer)
                .containsExactly("/name", "/email", "/mobile", "/department", "/language", "/zone");
    }
}
