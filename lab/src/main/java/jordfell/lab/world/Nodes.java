package jordfell.lab.world;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.lab.net.Endpoint;

/** Registrar nodes by their host names, which no two domains share as they may share a node's name. */
final class Nodes {

    /** Where a world without a node sends from. */
    private static final Endpoint NOWHERE = new Endpoint("192.0.2.254", 5060);

    private final Map<String, Node> byHost = new LinkedHashMap<>();

    /** A node as it answers in this world. */
    record Node(String name, String domain, Endpoint at) {}

    Collection<Node> all() {
        return byHost.values();
    }

    void clear() {
        byHost.clear();
    }

    void add(String host, Node node) {
        byHost.put(host, node);
    }

    /** Where a host stands; for one that is none, any node. */
    Endpoint at(String host) {
        return find(host).map(Node::at).orElseGet(() -> of(""));
    }

    /** A node of this domain, or of any. */
    Endpoint of(String domain) {
        return byHost.values().stream()
                .filter(n -> n.domain().equals(domain))
                .findFirst()
                .or(() -> byHost.values().stream().findFirst())
                .map(Node::at)
                .orElse(NOWHERE);
    }

    String name(String host) {
        return find(host).map(Node::name).orElse(host);
    }

    Optional<Node> find(String host) {
        return Optional.ofNullable(byHost.get(host));
    }
}
