package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.security.SecureRandom;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SipPasswordTest {

    @Test
    void generatedOnesHaveAtLeast96Bits() {
        assertThat(SipPassword.bits(SipPassword.LENGTH)).isGreaterThan(96);
        assertThat(SipPassword.generate(new SecureRandom())).hasSize(SipPassword.LENGTH);
    }

    @Test
    void generatedOnesDifferAndFollowTheSource() {
        assertThat(IntStream.range(0, 500).mapToObj(i -> SipPassword.generate(new SecureRandom())))
                .doesNotHaveDuplicates();
        assertThat(SipPassword.generate(new Random(1))).isEqualTo(SipPassword.generate(new Random(1)));
    }

    @Test
    void alphabetHasNoLookAlikesAndNothingThatADialectEscapes() {
        assertThat(SipPassword.ALPHABET).doesNotContainPattern("[0Oo1lIi5Ss8B2ZzuvV]");
        assertThat(SipPassword.ALPHABET).matches("[A-Za-z0-9]+");
        assertThat(SipPassword.ALPHABET.chars().distinct().count()).isEqualTo(SipPassword.ALPHABET.length());
    }

    @ParameterizedTest
    @CsvSource({"64, 20", "20, 20", "16, 16", "8, 8"})
    void generatedOnesFitTheModelsField(int field, int length) {
        assertThat(SipPassword.generate(new Random(3), field)).hasSize(length);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    'Lighthouse-7731 '  | begins or ends with a blank
                    ' Lighthouse-7731'  | begins or ends with a blank
                    short               | 5 characters; 12 to 64
                    xx2416xxyyzzwwqq    | own number
                    2416-auth-user      | own number
                    aaaaaaaabbbbbbbb    | repeats the same few characters
                    Lichthäuschen-773   | printable ASCII
                    """)
    void refusesTypedOnesThatWouldFailOrBeFound(String password, String reason) {
        assertThat(SipPassword.refuse(password, "2416", "2416-auth-user"))
                .hasValueSatisfying(r -> assertThat(r).contains(reason));
    }

    @ParameterizedTest
    @ValueSource(strings = {"Lighthouse-7731", "a b c d e f g h i", "q&a<b>\"c\";d#e\\f"})
    void takesTypedOnesThatAreFit(String password) {
        assertThat(SipPassword.refuse(password, "2416", "2416-a")).isEmpty();
    }
}
