package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ExtensionRulesTest {

    private static final List<Block> BLOCKS = List.of(
            new Block(2000, 2049, "people"), new Block(2400, 2403, "places"), new Block(240010, 240019, "rooms"));
    private static final NumbersInUse TAKEN = NumbersInUse.of(List.of("2000", "2001", "2003", "2400", "2402"));

    @ParameterizedTest
    @ValueSource(strings = {"2002", "2049", "2401", "2403"})
    void givesFreeNumbersOfItsBlocks(String number) {
        assertThat(ExtensionRules.refuse(number, BLOCKS, TAKEN)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    24a1     | An extension is made of digits only.                                        | The next free number is 2002.
                    ''       | An extension is made of digits only.                                        | The next free number is 2002.
                    2        | An extension has 2 to 7 digits; this has 1.                                 | The next free number is 2002.
                    24000000 | An extension has 2 to 7 digits; this has 8.                                 | The next free number is 2002.
                    3000     | 3000 is outside the blocks of this domain: 2000–2049, 2400–2403, 240010–240019. | The next free number is 2002.
                    2404     | 2404 is outside the blocks of this domain: 2000–2049, 2400–2403, 240010–240019. | The next free number is 2002.
                    2400     | 2400 is taken.                                                              | The next free number is 2401.
                    2003     | 2003 is taken.                                                              | The next free number is 2002.
                    112      | 112 would get in the way of the emergency number 112.                       | The next free number is 2002.
                    11       | 11 would get in the way of the emergency number 112.                        | The next free number is 2002.
                    9990     | 9990 would get in the way of the emergency number 999.                      | The next free number is 2002.
                    """)
    void refusesWithReasonAndWhatWouldBeRight(String number, String reason, String hint) {
        assertThat(ExtensionRules.refuse(number, BLOCKS, TAKEN))
                .hasValueSatisfying(r -> assertThat(r).isEqualTo(new ExtensionRules.Refusal(reason, hint)));
    }

    @Test
    void refusesANumberThatATakenOneBegins() {
        assertThat(ExtensionRules.refuse("240012", BLOCKS, TAKEN))
                .hasValueSatisfying(r -> assertThat(r.reason()).contains("240012 and 2400 begin alike"));
    }

    @Test
    void refusesANumberThatBeginsATakenOne() {
        NumbersInUse taken = NumbersInUse.of(List.of("240311"));
        assertThat(ExtensionRules.refuse("2403", BLOCKS, taken))
                .hasValueSatisfying(r -> assertThat(r.reason()).contains("2403 and 240311 begin alike"));
    }

    @Test
    void nextFreeNumberPassesOverTakenAndClashingOnes() {
        assertThat(ExtensionRules.nextFree(BLOCKS, TAKEN)).hasValue(2002);
        List<Block> emergency = List.of(new Block(9990, 9999, "x"), new Block(2400, 2400, "y"));
        assertThat(ExtensionRules.nextFree(emergency, NumbersInUse.of(List.of())))
                .hasValue(2400);
        assertThat(ExtensionRules.nextFree(List.of(new Block(2400, 2400, "y")), TAKEN))
                .isEmpty();
    }

    @Test
    void saysWhenABlockIsFull() {
        List<Block> full = List.of(new Block(2400, 2400, "y"));
        assertThat(ExtensionRules.refuse("2400", full, TAKEN))
                .hasValueSatisfying(r -> assertThat(r.hint()).contains("No number is free in 2400–2400"));
    }

    @ParameterizedTest
    @CsvSource({"2049, 2000", "1, 9", "90, 110", "10000000, 10000001"})
    void blockHoldsNumbersOfOneLength(int first, int last) {
        assertThatThrownBy(() -> new Block(first, last, "x")).isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({"2000, true", "2049, true", "2050, false", "1999, false", "200, false", "20000, false"})
    void blockContainsBothItsEnds(String number, boolean inside) {
        assertThat(BLOCKS.get(0).contains(number)).isEqualTo(inside);
    }

    /** Texts as long as the block's numbers that are none: each ended the reading of a whole sheet. */
    @ParameterizedTest
    @ValueSource(strings = {"n.a.", "2e+3", "24 1", "-241", "+241", "٢٤٠١", "24O1", "2401x", "", "2.0E+03"})
    void whatIsNoNumberLiesInNoBlock(String text) {
        assertThat(new Block(2400, 2499, "places").contains(text)).isFalse();
    }
}
