package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import jordfell.core.roster.PersonRules.Field;
import jordfell.core.roster.PersonRules.Written;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PersonRulesTest {

    private static Written with(Field field, String text) {
        Map<Field, String> all = new HashMap<>(Map.of(Field.NAME, "Ida Sørvik"));
        all.put(field, text);
        return new Written(
                all.getOrDefault(Field.NAME, ""),
                all.getOrDefault(Field.EMAIL, ""),
                all.getOrDefault(Field.MOBILE, ""),
                all.getOrDefault(Field.DEPARTMENT, ""),
                all.getOrDefault(Field.LANGUAGE, ""),
                all.getOrDefault(Field.ZONE, ""));
    }

    @ParameterizedTest
    @CsvSource({
        "EMAIL, ida@tarnholm.example",
        "MOBILE, +999 55 0123",
        "MOBILE, 055/0123-4",
        "LANGUAGE, sv",
        "LANGUAGE, sv-FI",
        "ZONE, Etc/UTC",
        "DEPARTMENT, Slipway & stores"
    })
    void whatPeopleWriteIsKept(Field field, String text) {
        assertThat(PersonRules.refuse(with(field, text))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            NAME     | '   '          | The name is missing.
            EMAIL    | ida            | is no e-mail address.
            EMAIL    | a b@c          | is no e-mail address.
            MOBILE   | see note       | is no telephone number.
            LANGUAGE | Swedish        | is no language.
            LANGUAGE | SV             | is no language.
            ZONE     | Middle/Nowhere | is not a time zone
            """)
    void whatIsNoneIsRefusedAtItsField(Field field, String text, String why) {
        assertThat(PersonRules.refuse(with(field, text))).singleElement().satisfies(r -> {
            assertThat(r.field()).isEqualTo(field);
            assertThat(r.reason()).contains(why);
            assertThat(r.hint()).isNotEmpty();
        });
    }

    @Test
    void everythingWrongIsToldAtOnce() {
        assertThat(PersonRules.refuse(new Written("x".repeat(101), "x", "x", "y".repeat(101), "x", "x")))
                .extracting(PersonRules.Refusal::field)
                .containsExactly(Field.NAME, Field.EMAIL, Field.MOBILE, Field.DEPARTMENT, Field.LANGUAGE, Field.ZONE);
    }
}
