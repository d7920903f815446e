package jordfell.core.planning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LocalPortsTest {

    @ParameterizedTest
    @CsvSource({
        "20000, 2416, ''",
        "63000, 2535, ''",
        "63000, 2536, would be 65536",
        "0, 99, would be 99",
        "15000, 2416, where media travels"
    })
    void portsStayInRangeAndClearOfMedia(int base, String extension, String reason) {
        if (reason.isEmpty()) {
            assertThat(LocalPorts.refuse(base, extension)).isEmpty();
        } else {
            assertThat(LocalPorts.refuse(base, extension))
                    .hasValueSatisfying(r -> assertThat(r).contains(reason));
        }
    }

    @Test
    void proposesABaseThatWorksForAll() {
        assertThat(LocalPorts.propose(List.of("2416", "99"))).hasValue(20_000);
        assertThat(LocalPorts.propose(List.of("45535"))).hasValue(20_000);
        assertThat(LocalPorts.propose(List.of("70000"))).isEmpty();
    }
}
