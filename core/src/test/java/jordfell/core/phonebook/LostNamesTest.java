package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LostNamesTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            0   | 0   | ''
            0   | 300 | ''
            1   | 0   | It has no names any more; the 1 that it had are kept.
            3   | 1   | ''
            4   | 2   | It has 2 names and had 4; those that it had are kept.
            4   | 3   | ''
            340 | 171 | ''
            340 | 170 | It has 170 names and had 340; those that it had are kept.
            340 | 0   | It has no names any more; the 340 that it had are kept.
            """)
    void aListThatLostHalfOfItsNamesIsLookedAtFirst(int had, int has, String why) {
        assertThat(LostNames.refuse(had, has).orElse("")).isEqualTo(why);
    }
}
