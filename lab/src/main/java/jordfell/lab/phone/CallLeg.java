package jordfell.lab.phone;

import java.time.Duration;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
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
    /** Whoever asked for a ringing call is called by it (RFC 3261 §21.3.5): it was dialled rightly, and is no call itself. */
    private static final int COMES_BACK = 380;

    static final Duration BRIEFLY = Duration.ofMillis(400);

    /**
     * How it is made.
     *
     * @param patience how long it waits for an answer
     * @param talk how long it talks then
     * @param codecs what it speaks, best first
     * @param tones by which payload type pressed keys are sent (RFC 4733); 0 if they are not
     */
    public record Manner(Duration patience, Duration talk, List<Codec> codecs, int tones) {

        public Manner {
            codecs = List.copyOf(codecs);
        }

        /** One that hangs up soon, and presses nothing. */
        public static Manner brief(Duration patience, List<Codec> codecs) {
            return new Manner(patience, BRIEFLY, codecs, 0);
        }
    }

    private final Timeline timeline;
    private final String token;
    private final String from;
    private final String target;
    private final String contact;
    private final Endpoint self;
    private final Endpoint proxy;
    private final Sender sender;
    private final Manner manner;
    private final BiConsumer<Boolean, String> result;
    private Consumer<SipMessage> answered = answer -> {};
    private String remote;
    private String remoteTag;
    private int cseq = 1;
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
            Manner manner,
            BiConsumer<Boolean, String> result) {
        this.timeline = timeline;
        this.token = token;
        this.from = from;
        this.target = target;
        this.contact = contact;
        this.self = self;
        this.proxy = proxy;
        this.sender = sender;
        this.manner = manner;
        this.remote = target;
        this.remoteTag = "<" + target + ">";
        this.result = result;
    }

    public String callId() {
        return "call-" + token;
    }

    public void start() {
        SipMessage invite = request("INVITE", target, "<" + target + ">", 1);
        sender.send(self, proxy, Speech.offering(invite, self, manner.codecs(), manner.tones()));
        timeline.after(manner.patience(), () -> {
            if (!up && !done) {
                giveUp();
            }
        });
    }

    /** Has this hear the answer, once there is one. */
    void whenUp(Consumer<SipMessage> hears) {
        answered = hears;
    }

    /** Sends a key that was pressed within the call (RFC 6086). */
    void info(String body) {
        if (isUp()) {
            SipMessage typed =
                    request("INFO", remote, remoteTag, ++cseq).with("Content-Type", "application/dtmf-relay");
            sender.send(self, proxy, new SipMessage(typed.startLine(), typed.headers(), body));
        }
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
        return request.replacing(
                "Via", "SIP/2.0/" + self.transport() + " " + self + ";rport;branch=z9hG4bK" + token + "INVITE");
    }

    /** Takes a response to its INVITE or BYE, or the other side's BYE. */
    public void receive(SipMessage message, Endpoint source) {
        isHeard |= message.isResponse();
        boolean isOver = done && !message.method().equals("INVITE");
        boolean isAside = message.method().equals("CANCEL") || message.method().equals("INFO");
        if (isOver || message.status() < 200 || isAside) {
            return;
        }
        String to = message.first("To").orElse("<" + target + ">");
        if (message.method().equals("BYE")) {
            finish(true, "200 OK");
        } else if (message.status() >= 300) {
            sender.send(self, proxy, ofInvite(request("ACK", target, to, 1)));
            finish(message.status() == COMES_BACK, message.startLine().substring(8) + why(message));
        } else {
            remote = SipHeaders.contacts(message).stream()
                    .map(SipAddress::uri)
                    .findFirst()
                    .orElse(target);
            remoteTag = to;
            sender.send(self, proxy, request("ACK", remote, to, 1));
            if (!up) {
                up = true;
                // One that was given up meanwhile is ended at once (§15).
                timeline.after(done ? Duration.ZERO : manner.talk(), this::hangUp);
                answered.accept(message);
            }
        }
    }

    private void hangUp() {
        sender.send(self, proxy, request("BYE", remote, remoteTag, ++cseq));
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

    private SipMessage request(String method, String uri, String to, int number) {
        return SipMessage.request(method, uri)
                .with(
                        "Via",
                        "SIP/2.0/" + self.transport() + " " + self + ";rport;branch=z9hG4bK" + token + method
                                + (number > 2 ? number : ""))
                .with("Max-Forwards", "70")
                .with("From", from + ";tag=" + token)
                .with("To", to)
                .with("Call-ID", callId())
                .with("CSeq", number + " " + method)
                .with("Contact", contact);
    }
}
