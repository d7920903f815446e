package jordfell.lab.tls;

import java.security.cert.X509Certificate;
import java.util.Optional;
import jordfell.lab.net.Endpoint;

/** What an agent meets when it opens a connection by TLS. What a handshake says beyond that is left out. */
public interface TlsServers {

    /** The certificate that is shown at an address; empty where nobody speaks TLS. */
    Optional<X509Certificate> certificate(Endpoint at);

    /** Whom agents trust. */
    Trust trust();

    /** An agent broke the handshake off. */
    void refused(Endpoint at, Endpoint by, Alert alert);
}
