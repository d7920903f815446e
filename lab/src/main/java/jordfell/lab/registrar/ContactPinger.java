package jordfell.lab.registrar;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.sip.SipMessage;
import jordfell.lab.registrar.RegistrarEvent.ContactPinged;

/** Asks bound contacts by OPTIONS whether they are there (RFC 3261 §11). */
final class ContactPinger {

    /** Soon after the first registration, then at leisure. */
    static final Duration FIRST = Duration.ofSeconds(2);

    static final Duration INTERVAL = Duration.ofSeconds(60);

    /** When an unanswered question is asked again, after the first time: a lost datagram is no lost phone (§17.1.2.2). */
    private static final List<Duration> AGAIN =
            List.of(Duration.ofSeconds(1), Duration.ofSeconds(3), Duration.ofSeconds(7), Duration.ofSeconds(11));

    private static final Duration PATIENCE = Duration.ofSeconds(15);
    private static final String PREFIX = "ping-";

    private record Asked(Binding binding, SipMessage options, Instant at, int repeats) {

        boolean isOver(Instant now) {
            return !at.plus(PATIENCE).isAfter(now);
        }

        boolean isDue(Instant now) {
            return repeats < AGAIN.size() && !at.plus(AGAIN.get(repeats)).isAfter(now);
        }

        Asked again() {
            return new Asked(binding, options, at, repeats + 1);
        }
    }

    private final Map<String, Asked> open = new HashMap<>();
    private final Addresses addresses;
    private long counter;

    ContactPinger(Addresses addresses) {
        this.addresses = addresses;
    }

    Outcome ask(Binding binding, Instant now) {
        String id = PREFIX + counter++ + "-" + now.toEpochMilli();
        SipMessage options = SipMessage.request("OPTIONS", binding.contact().uri())
                .with("Via", addresses.via(binding.node(), binding.source().transport(), "z9hG4bK" + id))
                .with("Max-Forwards", "70")
                .with("From", "<sip:" + binding.domain() + ">;tag=" + id)
                .with("To", "<" + binding.contact().uri() + ">")
                .with("Call-ID", id)
                .with("CSeq", "1 OPTIONS");
        open.put(id, new Asked(binding, options, now, 0));
        return Outcome.send(binding.node(), binding.source(), options);
    }

    /** The event for a response that answers a question of ours; empty if it belongs to somebody else. */
    Optional<RegistrarEvent> takeResponse(SipMessage response) {
        String id = response.first("Call-ID").orElse("");
        if (!id.startsWith(PREFIX)) {
            return Optional.empty();
        }
        return Optional.ofNullable(open.remove(id)).map(asked -> pinged(asked, true));
    }

    /** Asks again what nobody answered yet, and gives up what nobody answered in time. */
    Outcome tick(Instant now) {
        Outcome outcome = Outcome.NOTHING;
        for (String id : open.keySet().stream().sorted().toList()) {
            Asked asked = open.get(id);
            if (asked.isOver(now)) {
                open.remove(id);
                outcome = outcome.and(pinged(asked, false));
            } else if (asked.isDue(now)) {
                open.put(id, asked.again());
                outcome = outcome.and(
                        Outcome.send(asked.binding().node(), asked.binding().source(), asked.options()));
            }
        }
        return outcome;
    }

    private static ContactPinged pinged(Asked asked, boolean answered) {
        Binding b = asked.binding();
        return new ContactPinged(b.domain(), b.number(), b.contact(), b.node(), answered);
    }
}
