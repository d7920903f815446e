package jordfell.lab.wire;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.List;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManagerFactory;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.tls.LabAuthority;
import jordfell.lab.world.TinyWorld;

/** An agent by one connection of TLS, which it neither shares nor opens again. */
final class TlsAgent implements AutoCloseable {

    private final SSLSocket socket;
    private final String number;
    private int counter;

    /** @param trusted whose certificates it believes */
    TlsAgent(int port, LabAuthority trusted, String number) throws GeneralSecurityException, IOException {
        KeyStore store = KeyStore.getInstance("PKCS12");
        store.load(null, null);
        store.setCertificateEntry("authority", read(trusted.pem()));
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(store);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        this.number = number;
        this.socket = (SSLSocket) context.getSocketFactory().createSocket("127.0.0.1", port);
        socket.setSoTimeout(10_000);
        SSLParameters parameters = socket.getSSLParameters();
        parameters.setEndpointIdentificationAlgorithm("HTTPS");
        socket.setSSLParameters(parameters);
    }

    static X509Certificate read(String pem) throws GeneralSecurityException {
        return (X509Certificate) CertificateFactory.getInstance("X.509")
                .generateCertificate(new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII)));
    }

    /** A request of its own, outside of any call. */
    SipMessage request(String method, String called) {
        int n = ++counter;
        return SipMessage.request(method, "sip:" + called)
                .with("Via", "SIP/2.0/TLS 192.0.2.77:9;rport;branch=z9hG4bK" + number + "x" + n)
                .with("Max-Forwards", "70")
                .with("From", "<sip:" + number + "@" + TinyWorld.DOMAIN + ">;tag=" + number + n)
                .with("To", "<sip:" + called + ">")
                .with("Call-ID", "tls" + number + n)
                .with("CSeq", n + " " + method)
                .with("Contact", contact());
    }

    String contact() {
        return "<sip:" + number + "@192.0.2.77:9;transport=tls>";
    }

    void send(SipMessage message) throws IOException {
        socket.getOutputStream().write(message.bytes());
        socket.getOutputStream().flush();
    }

    /** The next message that comes by its connection. */
    SipMessage next() throws IOException {
        InputStream in = socket.getInputStream();
        ByteArrayOutputStream read = new ByteArrayOutputStream();
        int left = -1;
        while (left != 0) {
            int b = in.read();
            if (b < 0) {
                throw new IOException(number + " was left after " + read);
            }
            read.write(b);
            left = left > 0 ? left - 1 : length(read);
        }
        return ((SipReading.Message) SipReader.read(read.toByteArray())).message();
    }

    /** The next of them that is this one; others are passed over. */
    SipMessage next(String startsWith) throws IOException {
        while (true) {
            SipMessage message = next();
            if (message.startLine().startsWith(startsWith)) {
                return message;
            }
        }
    }

    private static int length(ByteArrayOutputStream read) {
        String text = read.toString(StandardCharsets.UTF_8);
        if (!text.endsWith("\r\n\r\n")) {
            return -1;
        }
        List<String> lines = text.lines().toList();
        return lines.stream()
                .filter(line -> line.toLowerCase(java.util.Locale.ROOT).startsWith("content-length:"))
                .map(line -> Integer.parseInt(line.substring(15).strip()))
                .findFirst()
                .orElse(0);
    }

    /** Registers with a digest, and gives what it was answered in the end. */
    SipMessage register(String user, String password) throws IOException {
        SipMessage plain = request("REGISTER", TinyWorld.DOMAIN)
                .replacing("To", "<sip:" + number + "@" + TinyWorld.DOMAIN + ">")
                .with("Expires", "300");
        send(plain);
        DigestChallenge asked = DigestChallenge.read(
                        next("SIP/2.0 401").first("WWW-Authenticate").orElseThrow())
                .orElseThrow();
        String uri = "sip:" + TinyWorld.DOMAIN;
        send(plain.replacing("CSeq", "100 REGISTER")
                .replacing("Via", "SIP/2.0/TLS 192.0.2.77:9;rport;branch=z9hG4bK" + number + "proof")
                .with(
                        "Authorization",
                        DigestAnswer.to(asked, user, password, "REGISTER", uri, "c0ffee", 1)
                                .header()));
        return next("SIP/2.0");
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
