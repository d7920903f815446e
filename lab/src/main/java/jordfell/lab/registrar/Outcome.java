package jordfell.lab.registrar;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;

/** What a step of the registrar leads to. */
public record Outcome(List<Outgoing> sends, List<RegistrarEvent> events) {

    public static final Outcome NOTHING = new Outcome(List.of(), List.of());

    /** A message to send from a node. */
    public record Outgoing(String node, Endpoint to, SipMessage message) {}

    public static Outcome send(String node, Endpoint to, SipMessage message) {
        return new Outcome(List.of(new Outgoing(node, to, message)), List.of());
    }

    public Outcome and(Outcome other) {
        List<Outgoing> allSends = new ArrayList<>(sends);
        allSends.addAll(other.sends);
        List<RegistrarEvent> allEvents = new ArrayList<>(events);
        allEvents.addAll(other.events);
        return new Outcome(allSends, allEvents);
    }

    public Outcome and(RegistrarEvent event) {
        return and(new Outcome(List.of(), List.of(event)));
    }
}
