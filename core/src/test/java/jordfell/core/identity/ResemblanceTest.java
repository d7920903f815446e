package jordfell.core.identity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ResemblanceTest {

    @ParameterizedTest
    @CsvSource({
        "label, label, 0",
        "lable, label, 1",
        "labl, label, 1",
        "labbel, label, 1",
        "lobel, label, 1",
        "'', abc, 3"
    })
    void distanceCountsSingleSlips(String typed, String meant, int slips) {
        assertThat(Resemblance.distance(typed, meant)).isEqualTo(slips);
        assertThat(Resemblance.distance(meant, typed)).isEqualTo(slips);
    }

    @Test
    void nearestWordIsOfferedOnlyIfItIsNear() {
        List<String> words = List.of("label", "mac", "setting.clock.zone");
        assertThat(Resemblance.nearest("lable", words)).hasValue("label");
        assertThat(Resemblance.nearest("setting.clok.zon", words)).hasValue("setting.clock.zone");
        assertThat(Resemblance.nearest("password", words)).isEmpty();
        assertThat(Resemblance.nearest("x", List.of())).isEmpty();
    }
}
