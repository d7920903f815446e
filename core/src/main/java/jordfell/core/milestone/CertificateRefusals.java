package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.TlsRefused;

/**
 * Handshakes that a device broke off since it was heard last.
 *
 * @param since when the first of them was
 */
public record CertificateRefusals(TlsRefused newest, Instant since, int times) {

    static CertificateRefusals after(Optional<CertificateRefusals> before, TlsRefused next) {
        return new CertificateRefusals(
                next,
                before.map(CertificateRefusals::since).orElse(next.at()),
                before.map(CertificateRefusals::times).orElse(0) + 1);
    }
}
