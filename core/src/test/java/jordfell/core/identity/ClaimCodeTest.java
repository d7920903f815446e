package jordfell.core.identity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClaimCodeTest {

    /** Damm's own example: 572 has the check digit 4. */
    @Test
    void checkDigitIsDamms() {
        assertThat(ClaimCode.read("0000 5724")).isPresent();
    }

    @Test
    void everyWrongDigitAndEverySwapOfNeighboursIsFound() {
        Random random = new Random(7);
        for (int n = 0; n < 50; n++) {
            String code = ClaimCode.generate(random).digits();
            for (int i = 0; i < 8; i++) {
                for (char c = '0'; c <= '9'; c++) {
                    String wrong = code.substring(0, i) + c + code.substring(i + 1);
                    assertThat(ClaimCode.read(wrong).isPresent()).isEqualTo(wrong.equals(code));
                }
                if (i < 7) {
                    String swapped = code.substring(0, i) + code.charAt(i + 1) + code.charAt(i) + code.substring(i + 2);
                    assertThat(ClaimCode.read(swapped).isPresent()).isEqualTo(swapped.equals(code));
                }
            }
        }
    }

    @ParameterizedTest
    @CsvSource({
        "44l7-9036, digits only",
        "4417-903, has eight digits; this has 7",
        "'', has eight digits; this has 0",
        "4417-9030, check digit does not fit"
    })
    void saysWhatIsWrong(String text, String reason) {
        assertThat(ClaimCode.refuse(text)).hasValueSatisfying(r -> assertThat(r).contains(reason));
    }

    @Test
    void isReadInAnyGroupingAndShownInTwo() {
        ClaimCode code = ClaimCode.generate(new Random(1));
        assertThat(ClaimCode.read(" " + code.toString().replace("-", " ") + " "))
                .hasValue(code);
        assertThat(code.toString()).matches("[0-9]{4}-[0-9]{4}");
    }
}
