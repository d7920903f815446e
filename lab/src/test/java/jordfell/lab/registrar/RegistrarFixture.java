package jordfell.lab.registrar;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.roster.Domain.Expiry;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.SipServer;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts.Account;
import jordfell.lab.registrar.RegistrarEvent.BindingMoved;
import jordfell.lab.watching.Messages;
import org.junit.jupiter.api.BeforeEach;

/** A registrar with two users, and a phone that speaks with it. */
public abstract class RegistrarFixture {

    protected static final String DOMAIN = "voice.example";
    protected static final Endpoint PHONE = new Endpoint("192.0.2.101", 5060);
    protected final Map<String, Account> accounts = new HashMap<>();

    /** Where a number goes that somebody dials: “2416 0555”. */
    protected final Map<String, Dialled> dials = new HashMap<>();

    protected Instant now = Instant.parse("2026-03-02T08:00:00Z");
    protected static final Endpoint NODE = new Endpoint("192.0.2.20", 5060);

    protected SipServer server;
    protected Registrar registrar;
    protected long cseq;
    protected Outcome last = Outcome.NOTHING;

    @BeforeEach
    protected void setUp() {
        accounts.put("2416", new Account("2416", "2416-a", "right", 2));
        accounts.put("2417", new Account("2417", "2417-a", "other", 1));
        server = new SipServer(
                new Accounts() {
                    @Override
                    public Optional<Policy> domain(String name) {
                        return name.equals(DOMAIN)
                                ? Optional.of(new Policy(DOMAIN, "the realm", new Expiry(60, 300, 600)))
                                : Optional.empty();
                    }

                    @Override
                    public Optional<Account> find(String domain, String user) {
                        return Optional.ofNullable(accounts.get(user));
                    }

                    @Override
                    public Dialled dial(String domain, String from, String dialled) {
                        return dials.getOrDefault(from + " " + dialled, new Dialled.Inside(dialled));
                    }
                },
                who -> Messages.Count.NONE,
                (node, transport) -> NODE,
                new Random(1));
        registrar = server.registrar();
    }

    protected SipMessage register(String user, String contact) {
        return SipMessage.request("REGISTER", "sip:" + DOMAIN)
                .with("Via", "SIP/2.0/UDP 10.0.0.1:9;rport;branch=z9hG4bK" + cseq)
                .with("From", "<sip:" + user + "@" + DOMAIN + ">;tag=1")
                .with("To", "<sip:" + user + "@" + DOMAIN + ">")
                .with("Call-ID", "call-" + contact)
                .with("CSeq", ++cseq + " REGISTER")
                .with("Contact", contact);
    }

    protected SipMessage send(SipMessage message) {
        last = server.handle("north", message, PHONE, now);
        return last.sends().get(last.sends().size() - 1).message();
    }

    protected DigestChallenge challenge(SipMessage response, DigestAlgorithm algorithm) {
        return response.all("WWW-Authenticate").stream()
                .flatMap(h -> DigestChallenge.read(h).stream())
                .filter(c -> c.algorithm() == algorithm)
                .findFirst()
                .orElseThrow();
    }

    protected SipMessage answered(SipMessage request, DigestChallenge challenge, String user, String password, int nc) {
        return request.with(
                "Authorization",
                DigestAnswer.to(challenge, user, password, "REGISTER", "sip:" + DOMAIN, "c", nc)
                        .header());
    }

    /** Registers as a phone does: is challenged, and answers. */
    protected SipMessage registerRightly(String contact, String... headers) {
        SipMessage plain = with(register("2416", contact), headers);
        DigestChallenge asked = challenge(send(plain), DigestAlgorithm.SHA_256);
        return send(answered(with(register("2416", contact), headers), asked, "2416-a", "right", 1));
    }

    protected static SipMessage with(SipMessage message, String... headers) {
        SipMessage result = message;
        for (int i = 0; i < headers.length; i += 2) {
            result = result.with(headers[i], headers[i + 1]);
        }
        return result;
    }

    protected List<Change> changes() {
        return last.events().stream()
                .filter(BindingMoved.class::isInstance)
                .map(e -> ((BindingMoved) e).change())
                .toList();
    }
}
