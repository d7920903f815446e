package jordfell.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.catalogue.FirmwareWay.Found;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FirmwareWayTest {

    private static final List<String> THERE = List.of("2.2.0", "2.3.0", "2.4.0", "2.4.1", "2.10.0");
    private static final List<String> STONES = List.of("2.4.0", "2.2.0", "3.0");

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2.1.9 | 2.4.1 | 2.2.0 2.4.0 2.4.1",
                "2.2.0 | 2.4.1 | 2.4.0 2.4.1",
                "2.4   | 2.4.1 | 2.4.1",
                "2.4.1 | 2.10.0 | 2.10.0",
                "2.10.0 | 2.2.0 | 2.4.0 2.2.0"
            })
    void wayLeadsOverEveryStoneBetween(String installed, String target, String steps) {
        assertThat(FirmwareWay.find(installed, target, STONES, List.of(), THERE))
                .isEqualTo(new Found.Steps(List.of(steps.split(" "))));
    }

    @Test
    void sameVersionNeedsNoWayHoweverItIsWritten() {
        assertThat(FirmwareWay.find("2.4", "2.4.0", STONES, List.of(), THERE)).isEqualTo(new Found.Already());
    }

    @Test
    void blockedVersionIsNeverOffered() {
        assertThat(FirmwareWay.find("2.1", "2.3.0", List.of(), List.of("2.3"), THERE))
                .isEqualTo(new Found.None("The way to 2.3.0 leads over 2.3.0, which is blocked."));
        assertThat(FirmwareWay.find("2.1", "2.4.1", STONES, List.of("2.2.0"), THERE))
                .isEqualTo(new Found.None("The way to 2.4.1 leads over 2.2.0, which is blocked."));
    }

    @Test
    void missingFileIsTold() {
        assertThat(FirmwareWay.find("2.1", "2.5", List.of(), List.of(), THERE))
                .isEqualTo(new Found.None("There is no file of 2.5, which it should have."));
    }

    @Test
    void partsAreComparedAsNumbers() {
        assertThat(List.of("2.10", "2.9", "2.9.1").stream().sorted(FirmwareWay.BY_NUMBER))
                .containsExactly("2.9", "2.9.1", "2.10");
    }
}
