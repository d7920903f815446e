package jordfell.lab.calls;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Responses;

/** The caller’s side of a call: an INVITE server transaction (RFC 3261 §17.2.1). */
final class Answering {

    private static final Duration T2 = Duration.ofSeconds(4);

    private final String node;
    private final SipMessage invite;
    private final Endpoint source;
    private Optional<SipMessage> last = Optional.empty();
    private Instant repeatAt = Instant.MAX;
    private Duration pause = Branch.T1;
    private Instant overAt = Instant.MAX;
    private boolean isAcknowledged;

    Answering(String node, SipMessage invite, Endpoint source) {
        this.node = node;
        this.invite = invite;
        this.source = source;
    }

    String node() {
        return node;
    }

    SipMessage invite() {
        return invite;
    }

    Endpoint source() {
        return source;
    }

    /** Whether the caller has had a final answer. */
    boolean isAnswered() {
        return last.filter(response -> response.status() >= 200).isPresent();
    }

    /** Whether nothing more of this transaction is to come. */
    boolean isOver(Instant now) {
        return !overAt.isAfter(now);
    }

    /** Answers with a response of its own. */
    Outcome answer(int status, String why, Instant now) {
        SipMessage response = Responses.to(invite, source, status);
        return pass(why.isEmpty() ? response : response.with("Warning", Responses.warning(node, why)), now);
    }

    /** Passes on what a device said, the Via of the node already off it; only answers come after an answer (§16.7). */
    Outcome pass(SipMessage response, Instant now) {
        boolean isGood = response.status() >= 200 && response.status() < 300;
        if (isAnswered() && !isGood) {
            return Outcome.NOTHING;
        }
        if (response.status() >= 200) {
            overAt = now.plus(Branch.PATIENCE);
            repeatAt = isGood || source.transport().isReliable() ? Instant.MAX : now.plus(pause);
        }
        last = Optional.of(response);
        return send(response);
    }

    /** The INVITE came again: the caller has not heard. An answer is repeated by who gave it. */
    Outcome again() {
        return last.filter(response -> response.status() < 200 || response.status() >= 300)
                .map(this::send)
                .orElse(Outcome.NOTHING);
    }

    void acknowledged() {
        isAcknowledged = true;
    }

    /** Says a refusal again until it is acknowledged (Timer G). */
    Outcome beat(Instant now) {
        if (isAcknowledged || isOver(now) || repeatAt.isAfter(now)) {
            return Outcome.NOTHING;
        }
        pause = pause.multipliedBy(2).compareTo(T2) < 0 ? pause.multipliedBy(2) : T2;
        repeatAt = now.plus(pause);
        return send(last.orElseThrow());
    }

    private Outcome send(SipMessage response) {
        return Outcome.send(node, Responses.destination(invite, source), response);
    }

    /** What tells an INVITE, its CANCEL and the ACK of its refusal from all others (§17.2.3). */
    static Optional<String> key(SipMessage request) {
        return SipHeaders.topVia(request)
                .map(via -> via.branch() + " " + via.host() + ":" + via.port() + " "
                        + request.first("Call-ID").orElse("") + " " + SipHeaders.cseq(request));
    }
}
