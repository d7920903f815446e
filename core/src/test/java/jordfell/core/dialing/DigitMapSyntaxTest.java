package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DigitMapSyntaxTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2xxx",
                "(2xxx)",
                "(0T|00T|[1-7]xxx|8xxxxxxx|#xxxxxxx|*xx|91xxxxxxxxxx|9011x.T)",
                "[2-4]xxx|112",
                "[124-6AD]x.",
                "x.T",
                "*86"
            })
    void mapsAsTheRfcWritesThemAreTaken(String map) {
        assertThat(DigitMapSyntax.refuse(map)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "'';Nothing stands after",
                "();Nothing stands after",
                "(2xxx;is not closed at its end",
                "2xxx|;Nothing stands after the last",
                "|2xxx;At character 1: nothing stands before",
                "2xxx||3xxx;At character 6: nothing stands before",
                "2xyx;At character 3: “y” does not belong here",
                "[2-;At character 1: “[” does not belong here",
                "[]x;At character 1: “[” does not belong here",
                "0Tx;At character 2: T waits for the end, so nothing can follow it",
                "0T.x|1;At character 2: T waits for the end",
                "2..;At character 3: “.” does not belong here",
                "2xx x;At character 4: “ ” does not belong here",
                "(2x)x);At character 4: “)” does not belong here"
            })
    void whatIsNoneIsToldWithItsPlace(String map, String why) {
        assertThat(DigitMapSyntax.refuse(map))
                .hasValueSatisfying(told -> assertThat(told).contains(why));
    }

    @Test
    void anAlternativeHasAsManyDigitsAsANumberCanHave() {
        assertThat(DigitMapSyntax.refuse("x".repeat(60) + "|" + "2".repeat(60))).isEmpty();
        assertThat(DigitMapSyntax.refuse("x".repeat(61)))
                .hasValue("At character 61: no number has more than 60 digits.");
    }
}
