package jordfell.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FirmwareFitnessTest {

    @ParameterizedTest
    @CsvSource({
        "2.4.1, 2.2.0, ''",
        "2.10, 2.9, ''",
        "'', 2.2.0, ''",
        "2.1.9, '', ''",
        "2.3.0, 2.2.0, 'firmware 2.3.0, which is blocked'",
        "2.3, 2.2.0, 'firmware 2.3, which is blocked'",
        "2.1.9, 2.2.0, 'firmware 2.1.9, below the lowest, 2.2.0'"
    })
    void blockedAndTooOldAreTold(String installed, String lowest, String trouble) {
        assertThat(FirmwareFitness.trouble(installed, lowest, List.of("2.3.0")).orElse(""))
                .isEqualTo(trouble);
    }

    @ParameterizedTest
    @CsvSource({
        "2.4.1, '', ''",
        "2.3.0, '', 'has firmware 2.3.0, which is blocked'",
        "2.3.0, 2.3.0, 'has firmware 2.3.0, which is blocked'",
        "2.3.0, 2.4.1, ''",
        "2.4.1, 2.3.0, 'is to get firmware 2.3.0, which is blocked'",
        "'', 2.1.0, 'is to get firmware 2.1.0, below the lowest, 2.2.0'",
    })
    void whatIsGivenCountsBeforeWhatIsThere(String installed, String target, String trouble) {
        assertThat(FirmwareFitness.troubleAfter(installed, target, "2.2.0", List.of("2.3.0"))
                        .orElse(""))
                .isEqualTo(trouble);
    }
}
