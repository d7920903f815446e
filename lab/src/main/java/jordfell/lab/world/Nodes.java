package jordfell.lab.world;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;

/** Registrar nodes by their host names, which no two domains share as they may share a node's name. */
final class Nodes {

    /** Where a world without a node sends from. */
    private static final Endpoint NOWHERE = new Endpoint("192.0.2.254", 5060);

    private final Map<Endpoint, String> hosts = new LinkedHashMap<>();
    private final Map<String, Node> byHost = new LinkedHashMap<>();

    /** A node as it answers in this world. */
    record Node(String name, String domain, List<Endpoint> at) {

        /** Where it speaks in this way; where it does not, where it speaks at all. */
        Endpoint at(Transport by) {
            return at.stream().filter(e -> e.transport() == by).findFirst().orElse(at.get(0));
        }

        String address() {
            return at.get(0).host();
        }
    }

    Map<String, Node> byHost() {
        return byHost;
    }

    Collection<Node> all() {
        return byHost.values();
    }

    void clear() {
        byHost.clear();
        hosts.clear();
    }

    void add(String host, Node node) {
        byHost.put(host, node);
        node.at().forEach(at -> hosts.put(at, host));
    }

    /** Where a host speaks in this way; for one that is none, any node. */
    Endpoint at(String host, Transport by) {
        return find(host).map(node -> node.at(by)).orElseGet(() -> of(""));
    }

    /** The host that listens at an address. */
    Optional<String> hostAt(Endpoint at) {
        return Optional.ofNullable(hosts.get(at));
    }

    /** A node of this domain, or of any. */
    Endpoint of(String domain) {
        return byHost.values().stream()
                .filter(n -> n.domain().equals(domain))
                .findFirst()
                .or(() -> byHost.values().stream().findFirst())
                .map(node -> node.at(Transport.UDP))
                .orElse(NOWHERE);
    }

    String name(String host) {
        return find(host).map(Node::name).orElse(host);
    }

    Optional<Node> find(String host) {
        return Optional.ofNullable(byHost.get(host));
    }
}
