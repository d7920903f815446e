package jordfell.core.milestone;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;
import jordfell.core.sip.SipMessage;

/**
 * How one subscription of a device stands (RFC 6665 §4.1): a lamp shows what is told in it.
 *
 * @param event the package that it is about, such as {@code dialog}
 * @param number the extension that is watched
 * @param callId of the newest SUBSCRIBE
 * @param askedFirst the first SUBSCRIBE of the present row
 * @param asked the newest one
 * @param until until when it is granted, or was; empty if it never was
 * @param refusal the answer that refused it, as its status line says it, until another one grants it
 */
public record Watch(
        String event,
        String number,
        String callId,
        Instant askedFirst,
        Instant asked,
        Optional<Instant> until,
        Optional<String> refusal) {

    /** The calls of an extension (RFC 4235). */
    public static final String CALLS = "dialog";

    /** The messages that wait for it (RFC 3842). */
    public static final String MESSAGES = "message-summary";

    /** What is between two SUBSCRIBEs of one row at most (§4.1.2.2 has an agent ask again before its time is over). */
    private static final Duration ROW = Duration.ofHours(4);

    /** As events and numbers are told apart. */
    public static String key(String event, String number) {
        return event + " " + number;
    }

    String key() {
        return key(event, number);
    }

    /** Whether it is granted at a moment. */
    public boolean isLive(Instant now) {
        return refusal.isEmpty() && until.filter(end -> end.isAfter(now)).isPresent();
    }

    static String eventOf(SipMessage subscribe) {
        return subscribe.first("Event").map(e -> e.split(";", 2)[0].strip()).orElse("");
    }

    /** Asked for, for the first time or once more. */
    static Watch after(Optional<Watch> before, SipSeen.Request subscribe) {
        Optional<Watch> row = before.filter(w -> w.asked().plus(ROW).isAfter(subscribe.at()));
        boolean leaves =
                subscribe.message().first("Expires").filter("0"::equals).isPresent();
        return new Watch(
                eventOf(subscribe.message()),
                subscribe.number(),
                subscribe.callId(),
                row.map(Watch::askedFirst).orElse(subscribe.at()),
                subscribe.at(),
                leaves ? Optional.of(subscribe.at()) : before.flatMap(Watch::until),
                before.flatMap(Watch::refusal));
    }

    /** A challenge asks for the next try, and what is too brief for a longer one. */
    Watch after(SipSeen.Response answer) {
        int status = answer.status();
        if (status < 200 || status == 423 || answer.isChallenge()) {
            return this;
        }
        if (status >= 300) {
            return new Watch(
                    event,
                    number,
                    callId,
                    askedFirst,
                    asked,
                    until,
                    Optional.of(answer.message().startLine().substring(8)));
        }
        long granted = answer.message()
                .first("Expires")
                .filter(e -> e.matches("[0-9]{1,9}"))
                .map(Long::parseLong)
                .orElse(0L);
        return new Watch(
                event,
                number,
                callId,
                askedFirst,
                asked,
                Optional.of(answer.at().plusSeconds(granted)),
                Optional.empty());
    }
}
