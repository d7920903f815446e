package jordfell.lab.world;

import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.identity.MacAddress;

/** Is told everything that is seen in the world, in order. */
public interface WorldObserver {

    /**
     * Something was seen.
     *
     * @param domain the SIP domain it concerns, empty text if it can't be told
     * @param mac the device it comes from or goes to, when the bytes say so
     */
    void observed(String domain, Optional<MacAddress> mac, Observation observation);
}
