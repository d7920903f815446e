package jordfell.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FirmwareTimeTest {

    @ParameterizedTest
    @CsvSource({
        "at-once, Etc/GMT-1, 12:00, true",
        "'', Etc/GMT-1, 12:00, true",
        "night, Etc/GMT-1, 23:59, false",
        "night, Etc/GMT-1, 00:00, true",
        "night, Etc/GMT-1, 03:59, true",
        "night, Etc/GMT-1, 04:00, false",
        "night, '', 01:00, true",
        "night, Nowhere/At all, 00:30, false",
        "by-hand, Etc/GMT-1, 02:00, false"
    })
    void firmwareIsGivenWhenTheDeviceMayTakeIt(String setting, String zone, String utc, boolean given) {
        assertThat(FirmwareTime.of(setting).refuse(zone, Instant.parse("2026-06-01T" + utc + ":00Z")))
                .matches(refusal -> refusal.isEmpty() == given);
    }
}
