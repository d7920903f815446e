package jordfell.core.planning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FromOutsideTest {

    @ParameterizedTest
    @CsvSource({
        "false, 198.51.100.7, 198.51.100.0/25, true",
        "false, 203.0.113.40, 198.51.100.0/25 203.0.113.40/32, true",
        "false, 203.0.113.41, 198.51.100.0/25 203.0.113.40/32, false",
        "true, 203.0.113.41, 198.51.100.0/25, true",
        "false, 203.0.113.41, '', true",
        "false, 127.0.0.1, 198.51.100.0/25, true",
        "false, phone.example, 198.51.100.0/25, false",
    })
    void whoIsInNoNetworkOfASiteIsOutside(boolean allowed, String address, String networks, boolean passes) {
        List<String> all = networks.isEmpty() ? List.of() : List.of(networks.split(" "));
        assertThat(FromOutside.refuse(allowed, all, address).isEmpty()).isEqualTo(passes);
    }
}
