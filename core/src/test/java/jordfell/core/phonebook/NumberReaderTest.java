package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import jordfell.core.phonebook.NumberReader.Read;
import jordfell.core.phonebook.NumberReader.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers as they stand in people’s lists. */
class NumberReaderTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2413                        | 2413          | ''
            +999 55 01 24 13            | +99955012413  | ''
            (055) 01-24-13              | 055012413     | ''
            055/01.24.13                | 055012413     | ''
            055 – 01 24 13              | 055012413     | ''
            tel:+999-55-01-24-13        | +99955012413  | ''
            tel:2413;phone-context=v    | 2413          | ''
            *86                         | *86           | ''
            +999 (0)55 01 24 13         | +99955012413  | without the (0), which is not dialled behind a country code
            055 01 24 ext. 13           | 0550124       | without its extension 13, which is asked for when somebody answers
            +999 55 01 24 x13           | +999550124    | without its extension 13, which is asked for when somebody answers
            tel:+999550124;ext=13       | +999550124    | without its extension 13, which is asked for when somebody answers
            0800-FERRY                  | 080033779     | FERRY is 33779 on the keys
            """)
    void isReadAsItIsWritten(String written, String number, String said) {
        assertThat(NumberReader.read(written)).isEqualTo(new Read(number, said));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ''                          | The number is missing.
            -                           | The number is missing.
            ask Ida                     | “ask Ida” can’t be dialled.
            2413 or 2414                | “2413 or 2414” can’t be dialled.
            24+13                       | “24+13” can’t be dialled.
            ٢٤١٣                        | “٢٤١٣” can’t be dialled.
            1234567890123456789012345   | It has 25 digits.
            """)
    void whatHasNoOneMeaningIsRefused(String written, String reason) {
        assertThat(NumberReader.read(written)).isInstanceOfSatisfying(Refused.class, refused -> {
            assertThat(refused.reason()).isEqualTo(reason);
            assertThat(refused.hint()).isNotEmpty();
        });
    }

    @Test
    void whateverIsReadCanBeDialledAndReadsAsItself() {
        Random random = new Random(11);
        String letters = "0123456789+*#()-./ xEXTtel:;=,ABCF\u00e5\u2013";
        for (int i = 0; i < 50_000; i++) {
            StringBuilder written = new StringBuilder();
            for (int left = random.nextInt(30); left > 0; left--) {
                written.append(letters.charAt(random.nextInt(letters.length())));
            }
            if (NumberReader.read(written.toString()) instanceof Read read) {
                assertThat(read.number()).as(written.toString()).matches("\\+?[0-9*#]{1,24}");
                assertThat(NumberReader.read(read.number())).isEqualTo(new Read(read.number(), ""));
            }
        }
    }

    @Test
    void aPageOfTextIsNoNumber() {
        assertThat(NumberReader.read("2".repeat(100_000))).isInstanceOf(Refused.class);
    }
}
