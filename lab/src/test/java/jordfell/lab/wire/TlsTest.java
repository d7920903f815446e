package jordfell.lab.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import javax.net.ssl.SSLException;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;
import jordfell.lab.tls.LabAuthority;
import jordfell.lab.world.TinyWorld;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Agents by TLS: those that trust the Lab’s authority are spoken with. */
class TlsTest {

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

    private SipMessage asked(LabAuthority trusted) throws Exception {
        try (TlsAgent agent = new TlsAgent(ports.tlsPort(), trusted, "2416")) {
            agent.send(agent.request("OPTIONS", TinyWorld.DOMAIN));
            return agent.next();
        }
    }

    private TlsAgent agent(String number) throws Exception {
        return new TlsAgent(ports.tlsPort(), Certificates.authority(), number);
    }

    /** What goes on in a call that was answered, by the way that its answer says. */
    private static SipMessage within(SipMessage request, SipMessage answer) {
        SipMessage within = request.withStartLine(
                request.method() + " " + answer.first("Contact").orElseThrow().replaceAll("[<>]", "") + " SIP/2.0");
        List<String> routes = new ArrayList<>(answer.all("Record-Route"));
        Collections.reverse(routes);
        for (String route : routes) {
            within = within.with("Route", route);
        }
        for (String name : List.of("From", "To", "Call-ID")) {
            within = within.replacing(name, answer.first(name).orElseThrow());
        }
        return within;
    }

    @Test
    void twoRegisterAndCallEachOtherByTheirConnectionsAlone() throws Exception {
        try (TlsAgent ann = agent("2416");
                TlsAgent ben = agent("2417")) {
            assertThat(ann.register("2416-a", "GoodPassword2416xyzA").status()).isEqualTo(200);
            SipMessage registered = ben.register("2417-a", "GoodPassword2417xyzB");
            assertThat(registered.status()).isEqualTo(200);
            assertThat(registered.first("Contact").orElse("")).contains("transport=tls");
            ann.send(ann.request("INVITE", "2417@" + TinyWorld.DOMAIN));
            SipMessage rung = ben.next("INVITE");
            assertThat(rung.first("Via").orElse("")).startsWith("SIP/2.0/TLS ");
            assertThat(rung.first("Record-Route").orElse("")).contains("transport=tls");
            ben.send(answer(rung, 180, ben));
            ann.next("SIP/2.0 180");
            ben.send(answer(rung, 200, ben));
            SipMessage answered = ann.next("SIP/2.0 200");
            ann.send(within(ann.request("ACK", "x"), answered).replacing("CSeq", SipHeaders.cseq(answered) + " ACK"));
            ben.next("ACK");
            ann.send(within(ann.request("BYE", "x"), answered));
            SipMessage bye = ben.next("BYE");
            ben.send(Responses.to(bye, new Endpoint("127.0.0.1", ports.tlsPort()), 200));
            assertThat(ann.next("SIP/2.0 200").method()).isEqualTo("BYE");
        }
    }

    private static SipMessage answer(SipMessage invite, int status, TlsAgent by) {
        SipMessage response = Responses.to(invite, new Endpoint("127.0.0.1", 1), status);
        for (String route : response.all("Record-Route").isEmpty() ? invite.all("Record-Route") : List.<String>of()) {
            response = response.with("Record-Route", route);
        }
        return response.replacing("To", invite.first("To").orElseThrow() + ";tag=ben")
                .with("Contact", by.contact());
    }

    @Test
    void wrongPasswordIsRefusedByTlsAsByAnyOther() throws Exception {
        try (TlsAgent ann = agent("2416")) {
            assertThat(ann.register("2416-a", "another").status()).isIn(401, 403);
        }
    }

    @Test
    void whoTrustsTheAuthorityIsAnswered() throws Exception {
        SipMessage answer = asked(Certificates.authority());
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.first("Via").orElse("")).startsWith("SIP/2.0/TLS 192.0.2.77:9");
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
        X509Certificate certificate = TlsAgent.read(Certificates.authority().pem());
        assertThat(certificate.getBasicConstraints()).isZero();
        assertThat(certificate.getKeyUsage()[5]).as("signs certificates").isTrue();
        certificate.checkValidity();
        assertThatThrownBy(() -> LabAuthority.of("", "")).isInstanceOf(IllegalArgumentException.class);
        assertThat(List.of(certificate.getSubjectX500Principal().getName()))
                .containsExactly("CN=Jordfell Lab authority");
    }
}
