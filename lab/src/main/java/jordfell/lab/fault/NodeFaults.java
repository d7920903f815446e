package jordfell.lab.fault;

import java.time.Duration;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;

/** Faults of registrar nodes: those that are there now, by the host name of the node. */
public final class NodeFaults {

    private final Map<String, Map<Long, Fault>> byHost = new HashMap<>();

    void begin(Fault fault) {
        byHost.computeIfAbsent(fault.at(), host -> new LinkedHashMap<>()).put(fault.id(), fault);
    }

    void end(Fault fault) {
        of(fault.at()).removeIf(f -> f.id() == fault.id());
    }

    /** Whether the node hears and says nothing. */
    public boolean isDown(String host) {
        return of(host).stream().anyMatch(f -> f.kind() == FaultKind.NODE_DOWN);
    }

    /** How much later it answers than usual. */
    public Duration slowness(String host) {
        return of(host).stream()
                .filter(f -> f.kind() == FaultKind.NODE_SLOW)
                .max(Comparator.comparing(Fault::amount))
                .map(f -> Duration.ofMillis(f.amount()))
                .orElse(Duration.ZERO);
    }

    /** What it says to a request in place of a right answer; empty if it answers as it should. */
    public Optional<SipMessage> instead(String host, SipMessage message, Endpoint source) {
        if (!message.method().equals("REGISTER") || message.isResponse()) {
            return Optional.empty();
        }
        return of(host).stream()
                .flatMap(fault -> answer(fault, message, source).stream())
                .findFirst();
    }

    private static Optional<SipMessage> answer(Fault fault, SipMessage register, Endpoint source) {
        return switch (fault.kind()) {
            case NODE_OVERLOADED ->
                Optional.of(Responses.to(register, source, 503)
                        .with("Retry-After", Integer.toString(fault.amount()))); // RFC 3261 §21.5.4
            case NODE_KNOWS_NOBODY -> Optional.of(Responses.to(register, source, 404));
            default -> Optional.empty();
        };
    }

    private Collection<Fault> of(String host) {
        return byHost.getOrDefault(host, new HashMap<>()).values();
    }
}
