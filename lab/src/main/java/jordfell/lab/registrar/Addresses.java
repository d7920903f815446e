package jordfell.lab.registrar;

import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;

/** Where the nodes can be reached, as they write it into what they send (RFC 3261 §18.1.1). */
public interface Addresses {

    Endpoint of(String node, Transport transport);

    /** The Via of a request that a node sends. */
    default String via(String node, Transport transport, String branch) {
        return "SIP/2.0/" + transport + " " + of(node, transport) + ";rport;branch=" + branch;
    }
}
