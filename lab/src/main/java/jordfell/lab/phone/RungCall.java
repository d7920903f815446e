package jordfell.lab.phone;

import java.time.Duration;
import java.util.List;
import java.util.function.Consumer;
import jordfell.core.media.Codec;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;
import jordfell.lab.time.Timeline;

/** A call that makes a phone ring, until somebody takes it off or the caller gives up (RFC 3261 §13.3). */
final class RungCall {

    private static final Duration T1 = Duration.ofMillis(500);
    private static final Duration T2 = Duration.ofSeconds(4);

    /** 64 × T1: then an answer that nobody acknowledged is not said again (§13.3.1.4). */
    private static final Duration PATIENCE = T1.multipliedBy(64);

    private enum State {
        RINGING,
        ANSWERED,
        UP,
        OVER
    }

    private final Timeline timeline;
    private final SipMessage invite;
    private final Endpoint from;
    private final String contact;
    private final Endpoint self;
    private final List<Codec> codecs;
    private final Consumer<SipMessage> send;
    private State state = State.RINGING;

    /**
     * A call that comes in.
     *
     * @param contact where the phone is reached within the call
     * @param self where its line is
     * @param codecs what it speaks
     */
    RungCall(
            Timeline timeline,
            SipMessage invite,
            Endpoint from,
            String contact,
            Endpoint self,
            List<Codec> codecs,
            Consumer<SipMessage> send) {
        this.timeline = timeline;
        this.invite = invite;
        this.from = from;
        this.contact = contact;
        this.self = self;
        this.codecs = codecs;
        this.send = send;
    }

    void ring() {
        say(180);
    }

    boolean isUp() {
        return state == State.UP || state == State.ANSWERED;
    }

    boolean isOver() {
        return state == State.OVER;
    }

    /** The INVITE came again: what was said may have been lost. */
    void again() {
        if (state == State.RINGING) {
            say(180);
        }
    }

    void takeOff() {
        if (state == State.RINGING) {
            state = State.ANSWERED;
            sayUntilAcknowledged(T1, PATIENCE);
        }
    }

    void acknowledged() {
        if (state == State.ANSWERED) {
            state = State.UP;
        }
    }

    /** The caller gave up; that comes too late once somebody took it off (§9.2). */
    void cancelled() {
        if (state == State.RINGING) {
            state = State.OVER;
            say(487);
        }
    }

    /** It does not ring here any more: the call is to go there (§21.3.3). */
    void sendOn(String target) {
        if (state == State.RINGING) {
            state = State.OVER;
            send.accept(Responses.to(invite, from, 302).with("Contact", target));
        }
    }

    void ended() {
        state = State.OVER;
    }

    private void sayUntilAcknowledged(Duration pause, Duration left) {
        if (state == State.ANSWERED && !left.isNegative()) {
            say(200);
            Duration longer = pause.multipliedBy(2).compareTo(T2) < 0 ? pause.multipliedBy(2) : T2;
            timeline.after(pause, () -> sayUntilAcknowledged(longer, left.minus(pause)));
        }
    }

    private void say(int status) {
        SipMessage response = Responses.to(invite, from, status);
        SipMessage reachable = status == 487 ? response : response.with("Contact", contact);
        send.accept(status == 200 ? Speech.answering(reachable, invite, self, codecs) : reachable);
    }
}
