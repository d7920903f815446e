package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipSeen;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.dns.Zone;
import jordfell.lab.fault.FaultKind;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How a phone's SIP travels: by which transport, and with certificates that it takes or refuses. */
class PhoneTransportsTest {

    private final TinyWorld world = new TinyWorld();

    @BeforeEach
    void released() {
        world.release();
    }

    @ParameterizedTest
    @CsvSource({
        "CERTIFICATE_EXPIRED, 0, certificate_expired",
        "CERTIFICATE_OTHER_NAME, 0, bad_certificate",
        "CERTIFICATE_UNKNOWN, 0, unknown_ca"
    })
    void aPhoneThatTakesNoCertificateSaysWhyAndRegistersNowhere(FaultKind kind, int amount, String alert) {
        byTls();
        world.begin(1, kind, TinyWorld.NORTH, amount);
        world.begin(2, kind, TinyWorld.SOUTH, amount);
        world.phone().power(true);
        world.run(5);
        assertThat(world.isRegistered()).isFalse();
        assertThat(world.seen(TlsRefused.class).map(TlsRefused::alert))
                .containsOnly(alert)
                .hasSizeGreaterThan(1);
        world.world.faults().remove(1);
        world.run(60);
        assertThat(world.isRegistered()).isTrue();
    }

    @Test
    void aCertificateThatRunsOutIsTakenUntilThen() {
        byTls();
        world.begin(1, FaultKind.CERTIFICATE_RUNS_OUT, TinyWorld.NORTH, 10);
        world.begin(2, FaultKind.CERTIFICATE_RUNS_OUT, TinyWorld.SOUTH, 10);
        world.phone().power(true);
        world.run(5);
        assertThat(world.isRegistered()).isTrue();
        world.run(600);
        world.phone().restart();
        world.run(5);
        assertThat(world.seen(TlsRefused.class)).isNotEmpty();
    }

    @Test
    void aPhoneThatKeepsNoConnectionSeesTheCertificateEachTimeItRegistersAgain() {
        world.more = Map.of(SettingsCatalogue.TRANSPORT, "tls", SettingsCatalogue.KEEP_ALIVE, "0");
        world.release();
        world.speaking("tls");
        world.phone().power(true);
        world.run(60);
        world.begin(1, FaultKind.CERTIFICATE_EXPIRED, TinyWorld.NORTH, 0);
        world.begin(2, FaultKind.CERTIFICATE_EXPIRED, TinyWorld.SOUTH, 0);
        assertThat(world.seen(TlsRefused.class)).isEmpty();
        world.run(120);
        assertThat(world.seen(TlsRefused.class)).isNotEmpty();
        assertThat(world.isRegistered()).isFalse();
    }

    @Test
    void thatACertificateRanOutIsToldFirstOnceItMatters() {
        byTls();
        world.begin(1, FaultKind.CERTIFICATE_RUNS_OUT, TinyWorld.NORTH, 10);
        world.begin(2, FaultKind.CERTIFICATE_RUNS_OUT, TinyWorld.SOUTH, 10);
        world.phone().power(true);
        world.run(600);
        world.phone().restart();
        world.run(5);
        assertThat(world.findings()).as("it is registered still").isEmpty();
        world.run(200);
        Finding first = world.findings().get(0);
        assertThat(first.cause()).isEqualTo(Cause.CERTIFICATE_REFUSED);
        assertThat(first.sentence())
                .matches("By its clock the certificate of (north|south) is not valid, so it breaks off\\.");
        world.world.faults().remove(1);
        world.run(120);
        assertThat(world.findings()).isEmpty();
    }

    @Test
    void byTlsAPhoneRegistersWhereTheDomainSaysAndItsContactSaysSo() {
        byTls();
        world.phone().power(true);
        world.run(5);
        assertThat(world.world.contacts(TinyWorld.DOMAIN, "2416").get(0).contact())
                .contains("transport=tls");
        assertThat(world.seen(SipSeen.Request.class)
                        .findFirst()
                        .orElseThrow()
                        .message()
                        .first("Via"))
                .hasValueSatisfying(via -> assertThat(via).startsWith("SIP/2.0/TLS "));
    }

    @ParameterizedTest
    @CsvSource({"udp tcp, UDP", "tls udp, TLS", "tcp, TCP"})
    void aFileThatNamesNoTransportLeavesItToTheDomainsNames(String offered, String taken) {
        world.more = Map.of(SettingsCatalogue.TRANSPORT, "dns");
        world.release();
        world.speaking(offered.split(" "));
        world.phone().power(true);
        world.run(5);
        assertThat(world.isRegistered()).isTrue();
        assertThat(world.seen(SipSeen.Request.class)
                        .findFirst()
                        .orElseThrow()
                        .message()
                        .first("Via"))
                .hasValueSatisfying(via -> assertThat(via).startsWith("SIP/2.0/" + taken + " "));
        assertThat(world.seen(Observation.NameLookedUp.class).map(Observation.NameLookedUp::type))
                .contains("NAPTR", "SRV", "A");
        assertThat(world.findings()).isEmpty();
    }

    @Test
    void whereNamesSayNothingOfTransportsTheFirstThatHasServersIsTaken() throws Exception {
        world.more = Map.of(SettingsCatalogue.TRANSPORT, "dns");
        world.release();
        world.speaking("tcp");
        world.world.giveZone(TinyWorld.DOMAIN, Optional.of(Zone.read("""
                _sip._tcp.voice.tarnholm.example. 300 IN SRV 10 1 5060 north.voice.tarnholm.example.
                north.voice.tarnholm.example. 300 IN A 192.0.2.11
                """)));
        world.phone().power(true);
        world.run(5);
        assertThat(world.isRegistered()).isTrue();
    }

    private void byTls() {
        world.more = Map.of(SettingsCatalogue.TRANSPORT, "tls");
        world.release();
        world.speaking("udp", "tcp", "tls");
    }
}
