package jordfell.lab.tls;

import java.security.GeneralSecurityException;
import java.security.cert.CertificateExpiredException;
import java.security.cert.CertificateNotYetValidException;
import java.security.cert.CertificateParsingException;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.Collection;
import java.util.Date;
import java.util.List;
import java.util.Optional;

/** What an agent makes of the certificate that a server shows (RFC 5280 §6, RFC 5922 §7). */
public final class Trust {

    /** {@code GeneralName} of type {@code dNSName}. */
    private static final int DNS_NAME = 2;

    private final X509Certificate authority;

    /** @param authority whose word it takes */
    public Trust(X509Certificate authority) {
        this.authority = authority;
    }

    /**
     * Why a certificate is not taken; empty if it is.
     *
     * @param name of the domain that the agent looked for; empty if it does not check names
     * @param clock what time the agent thinks that it is
     */
    public Optional<Alert> refuse(X509Certificate certificate, String name, Instant clock) {
        try {
            certificate.verify(authority.getPublicKey());
            certificate.checkValidity(Date.from(clock));
            return name.isEmpty() || names(certificate).stream().anyMatch(name::equalsIgnoreCase)
                    ? Optional.empty()
                    : Optional.of(Alert.BAD_CERTIFICATE);
        } catch (CertificateExpiredException | CertificateNotYetValidException e) {
            return Optional.of(Alert.CERTIFICATE_EXPIRED);
        } catch (GeneralSecurityException e) {
            return Optional.of(Alert.UNKNOWN_CA);
        }
    }

    /** The names that a certificate is for. */
    public static List<String> names(X509Certificate certificate) throws CertificateParsingException {
        Collection<List<?>> all = certificate.getSubjectAlternativeNames();
        return all == null
                ? List.of()
                : all.stream()
                        .filter(name -> name.get(0).equals(DNS_NAME))
                        .map(name -> (String) name.get(1))
                        .toList();
    }
}
