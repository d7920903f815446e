package jordfell.lab.registrar;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
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
    private static final Duration PATIENCE = Duration.ofSeconds(4);
    private static final String PREFIX = "ping-";

    private record Asked(Binding binding, Instant giveUpAt) {}

    private final Map<String, Asked> open = new HashMap<>();
    private long counter;

    Outcome ask(Binding binding, Instant now) {
        String id = PREFIX + counter++ + "-" + now.toEpochMilli();
        open.put(id, new Asked(binding, now.plus(PATIENCE)));
        SipMessage options = SipMessage.request("OPTIONS", binding.contact().uri())
                .with("Via", "SIP/2.0/UDP " + binding.node() + "." + binding.domain() + ";rport;branch=z9hG4bK" + id)
                .with("Max-Forwards", "70")
                .with("From", "<sip:" + binding.domain() + ">;tag=" + id)
                .with("To", "<" + binding.contact().uri() + ">")
                .with("Call-ID", id)
                .with("CSeq", "1 OPTIONS");
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

    /** Events for the questions that nobody answered in time. */
    Outcome giveUp(Instant now) {
        List<String> over = open.entrySet().stream()
                .filter(e -> !e.getValue().giveUpAt().isAfter(now))
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
        List<RegistrarEvent> events = new ArrayList<>();
        over.forEach(id -> events.add(pinged(open.remove(id), false)));
        return new Outcome(List.of(), events);
    }

    private static ContactPinged pinged(Asked asked, boolean answered) {
        Binding b = asked.binding();
        return new ContactPinged(b.domain(), b.number(), b.contact(), answered);
    }
}
