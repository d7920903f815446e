package jordfell.lab.calls;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.bounded.Bounded;
import jordfell.core.evidence.Datagram;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Outcome;

/**
 * Remembers how requests were answered, so that one which comes again is answered alike and done once (RFC 3261 §17.2.2,
 * matched by §17.2.3: the top Via's branch and sender, and the method).
 */
final class Transactions {

    /** 64 × T1: after that no sender repeats itself any more (RFC 3261 §17.1.2.2). */
    static final Duration LIFE = Duration.ofSeconds(32);

    private static final int MOST = 20_000;
    private static final String COOKIE = "z9hG4bK";

    /** As it went out: what is kept is seldom wanted, and much of it would hold up whatever else needs room. */
    private record Sent(String node, Endpoint to, Datagram datagram) {

        static Sent of(Outcome.Outgoing out) {
            return new Sent(out.node(), out.to(), Datagram.of(out.message().bytes()));
        }

        Outcome.Outgoing again() {
            return new Outcome.Outgoing(node, to, ((SipReading.Message) SipReader.read(datagram.bytes())).message());
        }
    }

    private record Answered(List<Sent> sent, Instant until) {}

    private final Map<String, Answered> answered = Bounded.byAge(MOST);

    /** What the same request was answered before; empty if it is new, or can't be told from others. */
    Optional<Outcome> before(SipMessage request, Instant now) {
        return key(request)
                .map(answered::get)
                .filter(a -> a.until().isAfter(now))
                .map(a -> new Outcome(a.sent().stream().map(Sent::again).toList(), List.of()));
    }

    void answered(SipMessage request, Outcome outcome, Instant now) {
        List<Sent> sent = outcome.sends().stream().map(Sent::of).toList();
        key(request).ifPresent(key -> answered.put(key, new Answered(sent, now.plus(LIFE))));
    }

    /** Forgets what nobody repeats any more; the oldest stand first. */
    void forgetStale(Instant now) {
        var all = answered.values().iterator();
        while (all.hasNext() && !all.next().until().isAfter(now)) {
            all.remove();
        }
    }

    /** A branch without the cookie of RFC 3261 need not be unique: such requests are all taken for new. */
    private static Optional<String> key(SipMessage request) {
        return SipHeaders.topVia(request)
                .filter(via -> via.branch().startsWith(COOKIE))
                .map(via -> via.branch() + " " + via.host() + ":" + via.port() + " " + request.method() + " "
                        + request.first("Call-ID").orElse("") + " "
                        + request.first("CSeq").orElse(""));
    }
}
