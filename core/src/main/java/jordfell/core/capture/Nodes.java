package jordfell.core.capture;

import java.util.Optional;

/** Who is known to be a registrar’s node. */
public interface Nodes {

    /** Nobody is. */
    Nodes NONE = (host, port) -> Optional.empty();

    /** The name of the node at an address, as on record. */
    Optional<String> at(String host, int port);
}
