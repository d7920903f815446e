package jordfell.lab.dhcp;

import java.util.Optional;

/** Who answers phones that ask for an address at their site. */
public interface Leases {

    /** The answer to the bytes of a DHCP message that was sent at a site; empty where nobody answers. */
    Optional<byte[]> ask(String site, byte[] message);

    /** Whether people at this site type the provisioning address, so that no lease has to tell it. */
    boolean isTyped(String site);
}
