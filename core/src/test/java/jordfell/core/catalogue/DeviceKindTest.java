package jordfell.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeviceKindTest {

    @ParameterizedTest
    @CsvSource({
        "DESK_PHONE, ADAPTER, true",
        "ADAPTER, DESK_PHONE, true",
        "SOFTPHONE, SOFTPHONE, true",
        "DESK_PHONE, SOFTPHONE, false",
        "SOFTPHONE, ADAPTER, false"
    })
    void boxesBecomeBoxesAndProgramsPrograms(DeviceKind now, DeviceKind wished, boolean may) {
        assertThat(now.mayBecome(wished)).isEqualTo(may);
    }
}
