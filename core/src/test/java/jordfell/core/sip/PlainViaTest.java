package jordfell.core.sip;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The short way to a Via says what the grammar says, or leaves it to it. */
class PlainViaTest {

    private static final List<String> PARTS = List.of(
            "SIP/2.0/UDP",
            "SIP/2.0/TCP",
            "SIP/2.0/SCTP",
            "SIP / 2.0 / UDP",
            " ",
            "  ",
            "192.0.2.7",
            "pc33.v.example",
            "[2001:db8::7]",
            "UPPER.example",
            ":",
            "5060",
            "0",
            "65536",
            "99999999",
            ";",
            "branch=z9hG4bK74b~4.3",
            "branch",
            "rport",
            "rport=5070",
            "rport=",
            "received=192.0.2.9",
            "ttl=1",
            "x",
            "x=\"a;b\"",
            ",",
            "=",
            "");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "SIP/2.0/UDP 192.0.2.7:5070;rport;branch=z9hG4bK1001x7",
                "SIP/2.0/UDP 192.0.2.7;branch=z9hG4bK1",
                "SIP/2.0/TCP pc33.v.example:5060;branch=z9hG4bK776asdhds;rport=5070;received=192.0.2.9",
                "SIP/2.0/TLS 192.0.2.7:5061;branch=z9hG4bK_A~1+2.x;alias",
                "SIP/2.0/UDP 192.0.2.7:5070;ttl=3;x=1"
            })
    void usualOnesNeedNoGrammar(String via) {
        assertThat(PlainVia.read(via)).isPresent().isEqualTo(SipHeaders.readViaByGrammar(via));
    }

    @Test
    void whatItReadsTheGrammarReadsAlike() {
        Random random = new Random(7);
        int read = 0;
        for (int i = 0; i < 200_000; i++) {
            StringBuilder via = new StringBuilder(random.nextInt(4) > 0 ? "SIP/2.0/UDP 192.0.2.7" : "");
            for (int left = random.nextInt(9); left > 0; left--) {
                via.append(random.nextInt(3) == 0 ? ";" : PARTS.get(random.nextInt(PARTS.size())));
            }
            var plain = PlainVia.read(via.toString());
            if (plain.isPresent()) {
                read++;
                assertThat(plain).as(via.toString()).isEqualTo(SipHeaders.readViaByGrammar(via.toString()));
            }
        }
        assertThat(read).isGreaterThan(1_000);
    }
}
