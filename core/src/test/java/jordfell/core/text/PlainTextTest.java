package jordfell.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PlainTextTest {

    @ParameterizedTest
    @ValueSource(strings = {"", "Ticket window 9", "Åse Bjørnø & Søn", "码头 7", "🛳 quay", "naïve\u00a0blank", "عربي"})
    void whatPeopleReadIsTaken(String text) {
        assertThat(PlainText.refuseLine(text)).isEmpty();
        assertThat(PlainText.refuseLines(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "0x0000, a control",
        "0x001b, a control",
        "0x0085, a control",
        "0x009f, a control",
        "0x2028, a line end",
        "0x200e, a mark that turns the direction of writing",
        "0x202e, a mark that turns the direction of writing",
        "0x2066, a mark that turns the direction of writing",
        "0xfdd0, no character",
        "0xfdef, no character",
        "0xfffe, no character",
        "0x1ffff, no character",
        "0xd800, half of a character",
        "0xdfff, half of a character"
    })
    void whatNobodySeesIsRefusedWithItsPlace(String code, String what) {
        String text = "🛳 q" + Character.toString(Integer.decode(code)) + "uay";
        assertThat(PlainText.refuseLine(text))
                .hasValueSatisfying(why -> assertThat(why).startsWith("Its character 4 is " + what + " (U+"));
        assertThat(PlainText.refuseLines(text)).isPresent();
    }

    @Test
    void lineEndsAreForTextsOfSeveralLines() {
        assertThat(PlainText.refuseLine("one\ntwo")).isPresent();
        assertThat(PlainText.refuseLine("one\ttwo")).isPresent();
        assertThat(PlainText.refuseLines("one\ntwo\r\nthree\tfour")).isEmpty();
        assertThat(PlainText.refuseLines("one\rtwo"))
                .as("a lone CR ends a line for some readers only")
                .isPresent();
    }
}
