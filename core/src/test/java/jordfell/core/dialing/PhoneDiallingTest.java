package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PhoneDiallingTest {

    private static PhoneDialling dial(String map, String keys) {
        return PhoneDialling.of(
                new PhoneDialling.Rules(DigitMap.of(map), Set.of("112", "911"), Duration.ofSeconds(4)), keys);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', nullValues = "-", textBlock = """
            2xxx|0x.T|11[02]; 2413;    2413;    0; ''
            2xxx|0x.T|11[02]; 0999123; 0999123; 4; ''
            2xxx|0x.T|11[02]; 112;     112;     0; ''
            2xxx|0x.T;        112;     112;     0; ''
            2xxx|0x.T;        11;      -;       0; ''
            2xxx|0x.T;        113;     -;       0; ''
            1xxx|0x.T;        1123;    112;     0; 3
            2xxx|0x.T|11[02]; 24;      -;       0; ''
            2xxx|0x.T|11[02]; 3001;    -;       0; 001
            2xxx|211|0x.T;    2110;    211;     0; 0
            ''0x.;            0999;    0;       0; 999
            """)
    void whatIsDialledIsSentOrNot(String map, String keys, @Nullable String sent, int waits, String unheard) {
        PhoneDialling dialling = dial(map.replace("''", ""), keys);
        assertThat(dialling.sent()).isEqualTo(Optional.ofNullable(sent));
        assertThat(dialling.waits()).isEqualTo(Duration.ofSeconds(waits));
        assertThat(dialling.unheard()).isEqualTo(unheard);
    }

    @Test
    void eachKeyIsToldUntilItIsSent() {
        PhoneDialling dialling = dial("2xxx|0x.T", "09");
        assertThat(dialling.steps()).extracting(PhoneDialling.Step::keys).containsExactly("0", "09");
        assertThat(dialling.steps()).allSatisfy(step -> {
            assertThat(step.standing()).isEqualTo(DigitMap.Standing.WAITS);
            assertThat(step.by()).containsExactly("0x.T");
        });
    }
}
