package jordfell.lab.tls;

import static org.assertj.core.api.Assertions.assertThat;

import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TrustTest {

    private static final Instant NOW = Instant.parse("2026-03-02T08:00:00Z");
    private static final LabAuthority AUTHORITY = LabAuthority.make(NOW);
    private static final X509Certificate GOOD = AUTHORITY.issue(
            List.of("voice.example", "north.voice.example"),
            NOW.minus(Duration.ofDays(1)),
            NOW.plus(Duration.ofDays(30)));

    private final Trust trust = new Trust(AUTHORITY.certificate());

    @ParameterizedTest
    @CsvSource({
        "voice.example, 0, ''",
        "NORTH.voice.example, 0, ''",
        "'', 0, ''",
        "phones.example, 0, BAD_CERTIFICATE",
        "south.voice.example, 0, BAD_CERTIFICATE",
        "voice.example, 31, CERTIFICATE_EXPIRED",
        "voice.example, -2, CERTIFICATE_EXPIRED",
        "'', 31, CERTIFICATE_EXPIRED"
    })
    void aCertificateIsTakenForItsNamesAndInItsTime(String name, int daysLater, String alert) {
        assertThat(trust.refuse(GOOD, name, NOW.plus(Duration.ofDays(daysLater)))
                        .map(Alert::name)
                        .orElse(""))
                .isEqualTo(alert);
    }

    @Test
    void whatAnotherAuthorityVouchesForIsNotTakenWhateverItSays() {
        X509Certificate other = LabAuthority.make(NOW)
                .issue(List.of("voice.example"), NOW.minus(Duration.ofDays(1)), NOW.plus(Duration.ofDays(30)));
        assertThat(trust.refuse(other, "voice.example", NOW)).contains(Alert.UNKNOWN_CA);
    }
}
