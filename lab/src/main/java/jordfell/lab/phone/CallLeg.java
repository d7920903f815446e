package jordfell.lab.phone;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import jordfell.core.media.Codec;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.time.Timeline;

/** One call placed: INVITE as far as 200 OK, ACK, a moment's silence, BYE (RFC 3261 §13, §15). */
public final class CallLeg {

    /** Sends a message from one endpoint to another. */
    public interface Sender {
        void send(Endpoint from, Endpoint to, SipMessage message);
    }

    /** How long a test call waits for an answer. */
    public static final Duration PATIENCE = Duration.ofSeconds(6);

    /** How long a test call talks. */
    static final Duration BRIEFLY = Duration.ofMillis(400);

    private final Timeline timeline;
    private final String token;
    private final String from;
    private final String target;
    private final String contact;
    private final Endpoint self;
    private final Endpoint proxy;
    private final Sender sender;
    private final Duration patience;
    private final Duration talk;
    private final List<Codec> codecs;
    private final BiConsumer<Boolean, String> result;
    private boolean done;
    private boolean up;
    private boolean isHeard;

    public CallLeg(
            Timeline timeline,
            String token,
            String from,
            String target,
            String contact,
            Endpoint self,
            Endpoint proxy,
            Sender sender,
            Duration patience,
            List<Codec> codecs,
            BiConsumer<Boolean, String> result) {
        this(timeline, token, from, target, contact, self, proxy, sender, patience, BRIEFLY, codecs, result);
    }

    CallLeg(
            Timeline timeline,
            String token,
            String from,
            String target,
            String contact,
            Endpoint self,
            Endpoint proxy,
            Sender sender,
            Duration patience,
            Duration talk,
            List<Codec> codecs,
            BiConsumer<Boolean, String> result) {
        this.timeline = timeline;
        this.token = token;
        this.from = from;
        this.target = target;
        this.contact = contact;
        this.self = self;
        this.proxy = proxy;
        this.sender = sender;
        this.patience = patience;
        this.talk = talk;
        this.codecs = codecs;
        this.result = result;
    }

    public String callId() {
        return "call-" + token;
    }

    public void start() {
        SipMessage invite = request("INVITE", target, "<" + target + ">", 1);
        sender.send(self, proxy, Speech.offering(invite, self, codecs));
        timeline.after(patience, () -> {
            if (!up && !done) {
                giveUp();
            }
        });
    }

    /** What rings stops (RFC 3261 §9.1): nothing is cancelled of which nothing was heard. */
    private void giveUp() {
        if (isHeard) {
            sender.send(self, proxy, ofInvite(request("CANCEL", target, "<" + target + ">", 1)));
        }
        finish(false, "no answer");
    }

    /** With the Via of the INVITE that it is about. */
    private SipMessage ofInvite(SipMessage request) {
        return request.replacing("Via", "SIP/2.0/UDP " + self + ";rport;branch=z9hG4bK" + token + "INVITE");
    }

    /** Takes a response to its INVITE or BYE, or the other side's BYE. */
    public void receive(SipMessage message, Endpoint source) {
        isHeard |= message.isResponse();
        boolean isOver = done && !message.method().equals("INVITE");
        if (isOver || message.status() < 200 || message.method().equals("CANCEL")) {
            return;
        }
        String to = message.first("To").orElse("<" + target + ">");
        if (message.method().equals("BYE")) {
            finish(true, "200 OK");
        } else if (message.status() >= 300) {
            sender.send(self, proxy, ofInvite(request("ACK", target, to, 1)));
            finish(false, message.startLine().substring(8) + why(message));
        } else {
            Optional<SipAddress> remote = SipHeaders.contacts(message).stream().findFirst();
            String uri = remote.map(SipAddress::uri).orElse(target);
            sender.send(self, proxy, request("ACK", uri, to, 1));
            if (!up) {
                up = true;
                // One that was given up meanwhile is ended at once (§15).
                timeline.after(done ? Duration.ZERO : talk, () -> sender.send(self, proxy, request("BYE", uri, to, 2)));
            }
        }
    }

    /** What a registrar says beside its answer (RFC 3261 §20.43). */
    private static String why(SipMessage message) {
        return message.first("Warning")
                .map(warning -> warning.replaceFirst("^[^\"]*", ": ").replace("\"", ""))
                .orElse("");
    }

    boolean isOver() {
        return done;
    }

    /** Whether the other side answered and nobody hung up yet. */
    boolean isUp() {
        return up && !done;
    }

    private void finish(boolean worked, String detail) {
        if (!done) {
            done = true;
            result.accept(worked, detail);
        }
    }

    private SipMessage request(String method, String uri, String to, int cseq) {
        return SipMessage.request(method, uri)
                .with("Via", "SIP/2.0/UDP " + self + ";rport;branch=z9hG4bK" + token + method)
                .with("Max-Forwards", "70")
                .with("From", from + ";tag=" + token)
                .with("To", to)
                .with("Call-ID", callId())
                .with("CSeq", cseq + " " + method)
                .with("Contact", contact);
    }
}
