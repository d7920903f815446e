package jordfell.lab.calls;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import jordfell.core.calls.Callee;
import jordfell.core.roster.Domain.Expiry;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Dialled;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Responses;
import jordfell.lab.watching.Messages;

/** A domain with a registrar and agents that say what a test has them say; nothing gets lost, and no time passes unasked. */
final class Exchange implements Accounts {

    static final String DOMAIN = "voice.example";
    static final Endpoint NODE = new Endpoint("192.0.2.20", 5060);

    final Map<String, Messages.Count> waiting = new HashMap<>();
    final SipServer server = new SipServer(
            this,
            who -> waiting.getOrDefault(who.number(), Messages.Count.NONE),
            (node, t) -> new Endpoint(NODE.host(), NODE.port(), t),
            new Random(3));
    final Map<String, Callee> callees = new HashMap<>();
    final Map<String, Dialled> dials = new HashMap<>();
    Instant now = Instant.parse("2026-03-02T08:00:00Z");
    final Map<String, Set<String>> pickUps = new HashMap<>();
    private final Map<Endpoint, Agent> agents = new HashMap<>();
    private int counter;

    /** Something that speaks SIP. */
    final class Agent {

        final String number;
        final Endpoint at;
        final Deque<SipMessage> inbox = new ArrayDeque<>();

        private Agent(String number, Endpoint at) {
            this.number = number;
            this.at = at;
        }

        String contact() {
            return "<sip:" + number + "@10.1.1.1:7000;ob>"; // behind an address translator
        }

        /** The next message that reached it. */
        SipMessage next() {
            return inbox.remove();
        }

        /** The next message, which must be this one. */
        SipMessage next(String startsWith) {
            SipMessage message = next();
            if (!message.startLine().startsWith(startsWith)) {
                throw new AssertionError(number + " got " + message.startLine() + " instead of " + startsWith);
            }
            return message;
        }

        void send(SipMessage message) {
            carryOut(server.handle("north", message, at, now));
        }

        /** A request that begins something. */
        SipMessage request(String method, String called) {
            int n = ++counter;
            return SipMessage.request(method, "sip:" + called + "@" + DOMAIN)
                    .with("Via", "SIP/2.0/UDP 10.1.1.1:7000;rport;branch=z9hG4bKagent" + n)
                    .with("Max-Forwards", "70")
                    .with("From", "<sip:" + number + "@" + DOMAIN + ">;tag=from" + n)
                    .with("To", "<sip:" + called + "@" + DOMAIN + ">")
                    .with("Call-ID", "call" + n)
                    .with("CSeq", "1 " + method)
                    .with("Contact", contact());
        }

        /** Calls somebody; the INVITE is given to compare others with. */
        SipMessage call(String called) {
            SipMessage invite = request("INVITE", called);
            send(invite);
            return invite;
        }

        void answer(SipMessage request, int status) {
            SipMessage response = Responses.to(request, NODE, status);
            if (status > 100) {
                response = response.replacing(
                        "To", request.first("To").orElseThrow().replaceFirst(";tag=.*", "") + ";tag=" + tag(request));
            }
            send(response.with("Contact", contact()));
        }

        private String tag(SipMessage request) {
            return SipHeaders.to(request).flatMap(to -> to.param("tag")).orElse("of" + at.port());
        }

        /** A request of the caller in the dialog that an answer made. */
        SipMessage within(SipMessage invite, SipMessage answer, String method, int cseq) {
            String contact = answer.first("Contact").orElseThrow().replaceAll("[<>]", "");
            SipMessage made = SipMessage.request(method, contact)
                    .with("Via", "SIP/2.0/UDP 10.1.1.1:7000;rport;branch=z9hG4bKwithin" + ++counter)
                    .with("Max-Forwards", "70");
            List<String> routes = new ArrayList<>(answer.all("Record-Route"));
            java.util.Collections.reverse(routes);
            for (String route : routes) {
                made = made.with("Route", route);
            }
            return made.with("From", invite.first("From").orElseThrow())
                    .with("To", answer.first("To").orElseThrow())
                    .with("Call-ID", invite.first("Call-ID").orElseThrow())
                    .with("CSeq", cseq + " " + method);
        }

        /** A request of the callee in the dialog that it made by its answer. */
        SipMessage back(SipMessage invited, SipMessage answer, String method, int cseq) {
            SipMessage made = SipMessage.request(method, contactOf(invited))
                    .with("Via", "SIP/2.0/UDP 10.1.1.1:7000;rport;branch=z9hG4bKback" + ++counter)
                    .with("Max-Forwards", "70");
            for (String route : invited.all("Record-Route")) {
                made = made.with("Route", route);
            }
            return made.with("From", answer.first("To").orElseThrow())
                    .with("To", answer.first("From").orElseThrow())
                    .with("Call-ID", answer.first("Call-ID").orElseThrow())
                    .with("CSeq", cseq + " " + method);
        }

        private String contactOf(SipMessage message) {
            return message.first("Contact").orElseThrow().replaceAll("[<>]", "");
        }
    }

    /** An agent that is registered. */
    Agent agent(String number, int port) {
        Agent agent = stranger(number, port);
        SipMessage plain = agent.request("REGISTER", number).withStartLine("REGISTER sip:" + DOMAIN + " SIP/2.0");
        plain = plain.replacing(
                "Contact", agent.contact() + ";q=0.7;+sip.instance=\"<urn:uuid:" + number + "-" + port + ">\"");
        agent.send(plain);
        DigestChallenge asked = DigestChallenge.read(
                        agent.next("SIP/2.0 401").first("WWW-Authenticate").orElseThrow())
                .orElseThrow();
        agent.send(plain.replacing("CSeq", "2 REGISTER")
                .replacing("Via", "SIP/2.0/UDP 10.1.1.1:7000;rport;branch=z9hG4bKregister" + ++counter)
                .with("Authorization", answer(asked, number, "REGISTER", "sip:" + DOMAIN)));
        agent.next("SIP/2.0 200");
        return agent;
    }

    /** An agent that is not registered. */
    Agent stranger(String number, int port) {
        Agent agent = new Agent(number, new Endpoint("192.0.2.99", port));
        agents.put(agent.at, agent);
        return agent;
    }

    static String answer(DigestChallenge asked, String number, String method, String uri) {
        return DigestAnswer.to(asked, number, "secret", method, uri, "c0ffee", 1)
                .header();
    }

    /** Lets time pass. */
    void pass(Duration time) {
        Instant until = now.plus(time);
        while (now.isBefore(until)) {
            now = now.plus(SipServer.BEAT);
            carryOut(server.beat(now));
        }
    }

    void carryOut(Outcome outcome) {
        for (Outcome.Outgoing out : outcome.sends()) {
            Agent agent = agents.get(out.to());
            if (agent != null) {
                agent.inbox.add(out.message());
            }
        }
    }

    @Override
    public Optional<Policy> domain(String name) {
        return name.equalsIgnoreCase(DOMAIN)
                ? Optional.of(new Policy(DOMAIN, "the realm", new Expiry(60, 300, 600)))
                : Optional.empty();
    }

    @Override
    public Optional<Account> find(String domain, String user) {
        return user.matches("2[0-9]{3}") ? Optional.of(new Account(user, user, "secret", 3)) : Optional.empty();
    }

    @Override
    public Dialled dial(String domain, String from, String dialled) {
        return dials.getOrDefault(from + " " + dialled, new Dialled.Inside(dialled));
    }

    @Override
    public Set<String> picksUpFor(String domain, String number) {
        return pickUps.getOrDefault(number, Set.of());
    }

    @Override
    public Dialled fromOutside(String domain, String number) {
        return dials.getOrDefault("outside " + number, new Dialled.Inside(number));
    }

    @Override
    public Optional<Callee> callee(String domain, String number) {
        return Optional.ofNullable(callees.get(number)).or(() -> Accounts.super.callee(domain, number));
    }
}
