package jordfell.lab.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManagerFactory;
import jordfell.lab.world.TinyWorld;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Agents by TLS: those that trust the Lab’s authority are spoken with. */
class TlsTest {

    private static final String OPTIONS = "OPTIONS sip:" + TinyWorld.DOMAIN + " SIP/2.0\r\n"
            + "Via: SIP/2.0/TLS 192.0.2.77:9;branch=z9hG4bK1\r\nFrom: <sip:a@b>;tag=1\r\nTo: <sip:"
            + TinyWorld.DOMAIN + ">\r\nCall-ID: 1\r\nCSeq: 1 OPTIONS\r\nContent-Length: 0\r\n\r\n";

    private final TinyWorld world = new TinyWorld();
    private SipPorts ports;

    @BeforeEach
    void open() throws IOException {
        ports = SipPorts.open(0, world.timeline, world.world, Certificates.context());
        world.timeline.goLive();
    }

    @AfterEach
    void close() throws IOException {
        ports.close();
        world.timeline.close();
    }

    private static X509Certificate read(String pem) throws Exception {
        return (X509Certificate) CertificateFactory.getInstance("X.509")
                .generateCertificate(new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII)));
    }

    private String asked(LabAuthority trusted) throws Exception {
        KeyStore store = KeyStore.getInstance("PKCS12");
        store.load(null, null);
        store.setCertificateEntry("authority", read(trusted.pem()));
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(store);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        try (SSLSocket socket = (SSLSocket) context.getSocketFactory().createSocket("127.0.0.1", ports.tlsPort())) {
            socket.setSoTimeout(10_000);
            SSLParameters parameters = socket.getSSLParameters();
            parameters.setEndpointIdentificationAlgorithm("HTTPS");
            socket.setSSLParameters(parameters);
            socket.getOutputStream().write(OPTIONS.getBytes(StandardCharsets.US_ASCII));
            InputStream in = socket.getInputStream();
            StringBuilder answer = new StringBuilder();
            while (answer.indexOf("\r\n\r\n") < 0) {
                int b = in.read();
                if (b < 0) {
                    break;
                }
                answer.append((char) b);
            }
            return answer.toString();
        }
    }

    @Test
    void whoTrustsTheAuthorityIsAnswered() throws Exception {
        assertThat(asked(Certificates.authority())).startsWith("SIP/2.0 200 OK").contains("SIP/2.0/TLS 192.0.2.77:9");
        LabAuthority kept = LabAuthority.of(
                Certificates.authority().pem(), Certificates.authority().secret());
        assertThat(kept.pem()).isEqualTo(Certificates.authority().pem());
    }

    @Test
    void whoTrustsAnotherHasNothingToDoWithIt() {
        LabAuthority other = LabAuthority.make(Instant.now());
        assertThatThrownBy(() -> asked(other)).isInstanceOf(SSLException.class);
    }

    @Test
    void authoritySignsServersAndNoFurtherAuthorities() throws Exception {
        X509Certificate certificate = read(Certificates.authority().pem());
        assertThat(certificate.getBasicConstraints()).isZero();
        assertThat(certificate.getKeyUsage()[5]).as("signs certificates").isTrue();
        certificate.checkValidity();
        assertThatThrownBy(() -> LabAuthority.of("", "")).isInstanceOf(IllegalArgumentException.class);
        assertThat(List.of(certificate.getSubjectX500Principal().getName()))
                .containsExactly("CN=Jordfell Lab authority");
    }
}
