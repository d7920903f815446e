package jordfell.core.capture;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.bounded.Bounded;
import jordfell.core.sip.SipMessage;

/**
 * Tells which end of a message is the registrar’s node: one that is known, or one that is asked to register somebody. Remembers
 * whom it told so.
 */
final class Directions {

    private static final int MOST = 20_000;

    /** What only a phone asks, and only a registrar answers. */
    private static final Set<String> OF_PHONES = Set.of("REGISTER", "SUBSCRIBE", "PUBLISH");

    private final Nodes nodes;

    /** Endpoints, and whether they are nodes. */
    private final Map<String, Boolean> known = Bounded.byUse(MOST);

    Directions(Nodes nodes) {
        this.nodes = nodes;
    }

    /** Whether it went to the node. */
    boolean isToNode(SipMessage message, Flow flow) {
        if (nodes.at(flow.toHost(), flow.toPort()).isPresent()) {
            return true;
        }
        if (nodes.at(flow.fromHost(), flow.fromPort()).isPresent()) {
            return false;
        }
        if (OF_PHONES.contains(message.method())) {
            boolean toNode = !message.isResponse();
            known.put(flow.to(), toNode);
            known.put(flow.from(), !toNode);
            return toNode;
        }
        return Optional.ofNullable(known.get(flow.to()))
                .or(() -> Optional.ofNullable(known.get(flow.from())).map(isNode -> !isNode))
                .orElse(!message.isResponse());
    }

    /** What the node’s end is called: as on record, or by its address. */
    String node(Flow flow, boolean toNode) {
        String host = toNode ? flow.toHost() : flow.fromHost();
        int port = toNode ? flow.toPort() : flow.fromPort();
        return nodes.at(host, port).orElse(toNode ? flow.to() : flow.from());
    }
}
