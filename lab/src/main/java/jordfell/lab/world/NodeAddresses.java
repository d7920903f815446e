package jordfell.lab.world;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.registrar.Addresses;

/** At which address a node is reached: one of the simulated network, or for the node of real sockets one of this machine. */
final class NodeAddresses implements Addresses {

    private final Nodes nodes;
    private final Map<Transport, Endpoint> outside = new ConcurrentHashMap<>();

    NodeAddresses(Nodes nodes) {
        this.nodes = nodes;
    }

    /** A real socket is open there. Callable from any thread. */
    void open(Endpoint self) {
        outside.put(self.transport(), self);
    }

    @Override
    public Endpoint of(String node, Transport transport) {
        return node.equals(LabWorld.OUTSIDE_NODE) && outside.containsKey(transport)
                ? outside.get(transport)
                : nodes.at(node, transport);
    }
}
