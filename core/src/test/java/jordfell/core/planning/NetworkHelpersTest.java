package jordfell.core.planning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NetworkHelpersTest {

    @Test
    void optionsAreWrittenAsTextAndAsBytes() {
        List<DhcpOptions.Option> options = DhcpOptions.of("http://192.0.2.9/p/ab/", "192.0.2.9");
        assertThat(options).extracting(DhcpOptions.Option::code).containsExactly(66, 150, 160, 43);
        assertThat(options.get(0).hex()).isEqualTo("687474703a2f2f3139322e302e322e392f702f61622f");
        assertThat(options.get(1).hex()).isEqualTo("c0000209");
        assertThat(options.get(3).hex()).isEqualTo("0116" + options.get(0).hex());
    }

    @Test
    void option43IsARowOfCodesLengthsAndValues() {
        assertThat(DhcpOptions.encapsulated(List.of(new DhcpOptions.Part(1, "a"), new DhcpOptions.Part(2, "bc"))))
                .isEqualTo("0101610202" + "6263");
        assertThatThrownBy(() -> DhcpOptions.encapsulated(List.of(new DhcpOptions.Part(1, "x".repeat(256)))))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void zoneHasServicesInTheirOrderAndEachHostOnce() {
        Domain domain = new Domain(
                1,
                "voice.example",
                "voice.example",
                new Domain.Expiry(60, 120, 3600),
                2,
                List.of(
                        new RegistrarNode("north", "north.voice.example", "192.0.2.11", 5060, 10, 1),
                        new RegistrarNode("south", "south.voice.example", "192.0.2.12", 5060, 20, 1)),
                List.of());
        assertThat(ZoneFragment.of(domain).lines())
                .containsExactly(
                        "; voice.example: where phones find their registrars",
                        "$TTL 300",
                        "voice.example. IN NAPTR 10 0 \"s\" \"SIP+D2U\" \"\" _sip._udp.voice.example.",
                        "_sip._udp.voice.example. IN SRV 10 1 5060 north.voice.example.",
                        "_sip._udp.voice.example. IN SRV 20 1 5060 south.voice.example.",
                        "north.voice.example. IN A 192.0.2.11",
                        "south.voice.example. IN A 192.0.2.12");
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.0/24, 192.0.2.77, true",
        "192.0.2.0/24, 192.0.3.77, false",
        "0.0.0.0/0, 203.0.113.9, true",
        "198.51.100.128/26, 198.51.100.191, true",
        "198.51.100.128/26, 198.51.100.192, false",
        "127.0.0.1/32, 127.0.0.1, true",
        "192.0.2.0/24, 2001:db8::1, false"
    })
    void rangesContainTheirAddresses(String range, String address, boolean inside) {
        assertThat(Networks.contain(List.of(range), address)).isEqualTo(inside);
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.0, false", "192.0.2.0/33, false", "300.0.2.0/24, false", "192.0.2.0/24, true", "192.0.2.0/8, true",
        "192.0.2.0/0, true", "192.0.2.0/32, true", "192.0.2.0/05, false", "192.0.2.0/, false", "/24, false",
        "192.0.2.0/24/1, false", "192.0.2.0/+8, false", "192.0.2/24, false", "192.0.2.0./24, false", "'', false"
    })
    void onlyRangesAreRanges(String text, boolean range) {
        assertThat(Networks.refuse(text).isEmpty()).isEqualTo(range);
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.11, true", "0.0.0.0, true", "255.255.255.255, true", "300.1.1.1, false", "192.0.2, false",
        "192.0.2.11.4, false", "192.0.2.11/32, false", "north, false", "'', false", "1e1.0.0.1, false"
    })
    void anAddressHasFourNumbersTo255(String text, boolean is) {
        assertThat(Networks.isAddress(text)).isEqualTo(is);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            192.0.2.128/30              | 192.0.2.129 192.0.2.130
            192.0.2.8/30 192.0.2.252/30 | 192.0.2.9 192.0.2.10 192.0.2.253 192.0.2.254
            192.0.2.7/32                |
            192.0.2.6/31                |
            255.255.255.252/30          | 255.255.255.253 255.255.255.254
            nonsense                    |
            """)
    void hostsAreAllAddressesButThoseOfTheNetworkAndOfAllInIt(String ranges, @Nullable String hosts) {
        assertThat(String.join(" ", Networks.hosts(Networks.of(ranges)).toList()))
                .isEqualTo(hosts == null ? "" : hosts);
    }
}
