package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.render.Letters;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names in letters that a phone has. */
class ShownLettersTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ALL     | Sørvik 😀 כהן      | Sørvik 😀 כהן
            WESTERN | Sørvik Ida         | Sørvik Ida
            WESTERN | Łukasz Żak         | Lukasz Zak
            WESTERN | Анна Петрова       | Anna Petrova
            WESTERN | Γιώργος            | Giorgos
            WESTERN | Ida 😀 Sørvik      | Ida Sørvik
            PLAIN   | Sørvik Åke Öberg   | Sorvik Ake Oberg
            PLAIN   | Straße             | Strasse
            """)
    void whatItCanNotShowIsWrittenBySound(Letters letters, String name, String shown) {
        assertThat(ShownLetters.of(name, letters)).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({"e\u0301", "a\u030a"})
    void lettersInTwoPartsArePutTogether(String written) {
        assertThat(ShownLetters.of(written, Letters.WESTERN)).hasSize(1);
    }
}
