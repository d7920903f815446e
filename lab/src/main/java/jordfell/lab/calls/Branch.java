package jordfell.lab.calls;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Outcome.Outgoing;

/** One device that a call rings: an INVITE client transaction (RFC 3261 §17.1.1) that can be cancelled (§9.1). */
final class Branch {

    static final Duration T1 = Duration.ofMillis(500);

    /** 64 × T1: whoever said nothing until then is not there (Timer B). */
    static final Duration PATIENCE = T1.multipliedBy(64);

    private final Target target;
    private final SipMessage invite;
    private Instant giveUpAt;
    private Duration pause = T1;
    private Instant repeatAt;
    private boolean isHeard;
    private boolean isCancelled;
    private boolean isCancelHeard;
    private Optional<SipMessage> answer = Optional.empty();

    /** @param invite with the Via of the node that sends it on top */
    Branch(Target target, SipMessage invite, Instant now) {
        this.target = target;
        this.invite = invite;
        this.giveUpAt = now.plus(PATIENCE);
        this.repeatAt = now.plus(pause);
    }

    Target target() {
        return target;
    }

    Outgoing start() {
        return new Outgoing(target.node(), target.at(), invite);
    }

    /** Its final answer; that of nobody is 408 (§16.8). */
    Optional<SipMessage> answer() {
        return answer;
    }

    private boolean isOpen() {
        return answer.isEmpty();
    }

    /** Whether its answer is to be waited for: of one that was cancelled before any sign of life it is not (§9.1). */
    boolean isAwaited() {
        return isOpen() && (isHeard || !isCancelled);
    }

    /** Takes a response that is its own; what it is answered to that, if anything. */
    Outcome take(SipMessage response, Instant now) {
        if (response.method().equals("CANCEL")) {
            isCancelHeard = true;
            return Outcome.NOTHING;
        }
        boolean wasHeard = isHeard;
        isHeard = true;
        if (response.status() < 200) {
            return !wasHeard && isCancelled ? sendCancel(now) : Outcome.NOTHING;
        }
        if (isOpen()) {
            answer = Optional.of(response);
        }
        // A refusal is acknowledged hop by hop, however often it comes; an answer by the caller (§17.1.1.3).
        return response.status() < 300
                ? Outcome.NOTHING
                : send(alike("ACK").replacing("To", response.first("To").orElse("")));
    }

    /** Stops ringing; before the first sign of life there is nothing to cancel yet (§9.1). */
    Outcome cancel(Instant now) {
        if (isCancelled || !isOpen()) {
            return Outcome.NOTHING;
        }
        isCancelled = true;
        return isHeard ? sendCancel(now) : Outcome.NOTHING;
    }

    private Outcome sendCancel(Instant now) {
        pause = T1;
        repeatAt = now.plus(pause);
        giveUpAt = now.plus(PATIENCE);
        return send(alike("CANCEL"));
    }

    /** Repeats itself where a datagram may have been lost, and gives up in the end. */
    Outcome beat(Instant now) {
        boolean repeats = isHeard ? isCancelled && !isCancelHeard : !isCancelled;
        if (!isOpen()) {
            return Outcome.NOTHING;
        }
        if (!giveUpAt.isAfter(now) && (!isHeard || isCancelled)) {
            answer = Optional.of(SipMessage.response(408, "Request Timeout"));
            return Outcome.NOTHING;
        }
        if (!repeats || target.at().transport().isReliable() || repeatAt.isAfter(now)) {
            return Outcome.NOTHING;
        }
        pause = pause.multipliedBy(2);
        repeatAt = now.plus(pause);
        return send(isHeard ? alike("CANCEL") : invite);
    }

    private Outcome send(SipMessage message) {
        return Outcome.send(target.node(), target.at(), message);
    }

    /** A request of the same transaction: the same top Via, From, Call-ID and number (§9.1, §17.1.1.3). */
    private SipMessage alike(String method) {
        SipMessage made = SipMessage.request(method, invite.requestUri())
                .with("Via", invite.first("Via").orElseThrow())
                .with("Max-Forwards", "70");
        for (String name : List.of("From", "To", "Call-ID")) {
            made = made.with(name, invite.first(name).orElse(""));
        }
        for (String route : invite.all("Route")) {
            made = made.with("Route", route);
        }
        return made.with("CSeq", SipHeaders.cseq(invite) + " " + method);
    }
}
