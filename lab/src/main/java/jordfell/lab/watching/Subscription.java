package jordfell.lab.watching;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Addresses;
import jordfell.lab.registrar.Outcome;

/** One agent that watches one thing: the dialog of a SUBSCRIBE, and what was told in it (RFC 6665 §4.2). */
final class Subscription {

    private static final Duration T1 = Duration.ofMillis(500);
    private static final Duration PATIENCE = T1.multipliedBy(64);

    final Watched watched;
    final Event event;
    final String id;

    /** Which of the moments at which it was to be looked at still counts. */
    long remembered;

    private final String asked;
    private final String localTag;
    private final Addresses addresses;
    private Endpoint at;
    private String node;
    private String target;
    private Instant until;
    private long cseq;
    private long version;
    private boolean isOver;

    private record Told(SipMessage message, Instant giveUpAt, Instant repeatAt, Duration pause) {}

    private Optional<Told> waiting = Optional.empty();
    private boolean hasMore;

    /** @param localTag this side's, as the answer to the SUBSCRIBE gave it */
    Subscription(Watched watched, Event event, String id, SipMessage subscribe, String localTag, Addresses addresses) {
        this.watched = watched;
        this.event = event;
        this.id = id;
        this.asked = subscribe.first("From").orElseThrow();
        this.localTag = localTag;
        this.addresses = addresses;
        this.at = new Endpoint("", 0);
        this.node = "";
        this.target = "";
        this.until = Instant.EPOCH;
    }

    /** It is asked for, anew or once more: where it is told, and until when. */
    void asked(SipMessage subscribe, Endpoint source, String reached, Instant end) {
        at = source;
        node = reached;
        until = end;
        target = SipHeaders.contacts(subscribe).stream()
                .map(SipAddress::uri)
                .findFirst()
                .orElse("sip:" + source);
    }

    /** Whether whoever asks is the one who asked first: the same From, tag and all. */
    boolean isBy(SipMessage subscribe) {
        return subscribe.first("From").filter(asked::equals).isPresent();
    }

    boolean isFrom(Endpoint source) {
        return at.equals(source);
    }

    /** Where it is told. */
    Endpoint agent() {
        return at;
    }

    /** When something has to be done about it next. */
    Instant dueAt() {
        return waiting.filter(told -> !at.transport().isReliable())
                .map(told -> told.repeatAt().isBefore(told.giveUpAt()) ? told.repeatAt() : told.giveUpAt())
                .filter(due -> due.isBefore(until))
                .orElse(until);
    }

    boolean isOver(Instant now) {
        return isOver || !until.isAfter(now) && waiting.isEmpty();
    }

    /** Has run out, and nobody was told yet. */
    boolean runsOut(Instant now) {
        return !isOver && !until.isAfter(now);
    }

    long nextVersion() {
        return version++;
    }

    /** Whether something was told that was not acknowledged: what comes meanwhile is told after it. */
    boolean isTelling() {
        return waiting.isPresent();
    }

    void rememberToTell() {
        hasMore = true;
    }

    /** Tells the state. */
    Outcome tell(String body, Instant now) {
        hasMore = false;
        boolean ends = !until.isAfter(now);
        isOver = ends;
        SipMessage notify = SipMessage.request("NOTIFY", target)
                .with("Via", addresses.via(node, at.transport(), "z9hG4bKjn" + localTag + ++cseq))
                .with("Max-Forwards", "70")
                .with("From", "<" + watched.uri() + ">;tag=" + localTag)
                .with("To", asked)
                .with("Call-ID", id)
                .with("CSeq", cseq + " NOTIFY")
                .with("Contact", "<sip:" + addresses.of(node, at.transport()) + ">")
                .with("Event", event.word())
                .with(
                        "Subscription-State",
                        ends
                                ? "terminated;reason=timeout"
                                : "active;expires="
                                        + Duration.between(now, until).toSeconds())
                .with("Content-Type", event.contentType());
        SipMessage told = new SipMessage(notify.startLine(), notify.headers(), body);
        waiting = ends ? Optional.empty() : Optional.of(new Told(told, now.plus(PATIENCE), now.plus(T1), T1));
        return Outcome.send(node, at, told);
    }

    /** The agent answered; true if there is more to tell by now. */
    boolean answered(SipMessage response) {
        boolean isThat = waiting.filter(told -> told.message().first("CSeq").equals(response.first("CSeq")))
                .isPresent();
        if (!isThat || response.status() < 200) {
            return false;
        }
        waiting = Optional.empty();
        if (response.status() >= 300) {
            isOver = true; // it knows nothing of it (§4.2.2)
        }
        return hasMore && !isOver;
    }

    /** Repeats what was not answered, and gives up in the end. */
    Outcome beat(Instant now) {
        if (waiting.isEmpty() || at.transport().isReliable()) {
            return Outcome.NOTHING;
        }
        Told told = waiting.get();
        if (!told.giveUpAt().isAfter(now)) {
            waiting = Optional.empty();
            isOver = true;
            return Outcome.NOTHING;
        }
        if (told.repeatAt().isAfter(now)) {
            return Outcome.NOTHING;
        }
        Duration pause = told.pause().multipliedBy(2);
        waiting = Optional.of(new Told(told.message(), told.giveUpAt(), now.plus(pause), pause));
        return Outcome.send(node, at, told.message());
    }
}
