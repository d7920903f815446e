package jordfell.core.calls;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDateTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class OpeningHoursTest {

    /** The second of March 2026 is a Monday. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Mo-Fr 8:00-17:00                   | 2026-03-02T08:00 | true
            Mo-Fr 8:00-17:00                   | 2026-03-02T07:59 | false
            Mo-Fr 8:00-17:00                   | 2026-03-02T16:59 | true
            Mo-Fr 8:00-17:00                   | 2026-03-02T17:00 | false
            Mo-Fr 8:00-17:00                   | 2026-03-07T12:00 | false
            mo–fr 08:00–12:00; MO 13:00-17:00  | 2026-03-02T13:30 | true
            mo–fr 08:00–12:00; MO 13:00-17:00  | 2026-03-02T12:30 | false
            mo–fr 08:00–12:00; MO 13:00-17:00  | 2026-03-03T13:30 | false
            Fr 22:00-6:00                      | 2026-03-06T23:00 | true
            Fr 22:00-6:00                      | 2026-03-07T05:59 | true
            Fr 22:00-6:00                      | 2026-03-07T06:00 | false
            Fr 22:00-6:00                      | 2026-03-06T05:00 | false
            Sa-Mo 0:00-24:00                   | 2026-03-08T23:59 | true
            Sa-Mo 0:00-24:00                   | 2026-03-02T00:00 | true
            Sa-Mo 0:00-24:00                   | 2026-03-03T00:00 | false
            Su 23:00-1:00                      | 2026-03-02T00:30 | true
            """)
    void isOpenAsItIsWritten(String hours, LocalDateTime at, boolean isOpen) {
        assertThat(OpeningHours.refuse(hours)).isEmpty();
        assertThat(OpeningHours.of(hours).isOpen(at)).isEqualTo(isOpen);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "always",
                "Mo-Fr",
                "8:00-17:00",
                "Mo 8-17",
                "Xx 8:00-17:00",
                "Mo 25:00-26:00",
                "Mo 8:60-9:00",
                "Mo 8:00-8:00",
                "Mo 8:00-17:00;",
                "Mo 8:00-24:01"
            })
    void whatSaysNoTimesIsRefusedWithWhatWouldBeRight(String hours) {
        assertThat(OpeningHours.refuse(hours).orElse(""))
                .contains("says no days and times. Write it as Mo-Fr 8:00-17:00");
        assertThatThrownBy(() -> OpeningHours.of(hours)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void itIsBounded() {
        assertThat(OpeningHours.refuse("Mo 8:00-9:00;".repeat(20)))
                .hasValueSatisfying(why -> assertThat(why).startsWith("It has 260 characters"));
    }
}
