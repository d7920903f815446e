package jordfell.core.capture;

import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.identity.MacAddress;

/**
 * Something that was seen in what was brought.
 *
 * @param domain the SIP domain that it names; empty where it names none
 * @param mac whose it says it is: by its instance, its lease, or what its log says
 * @param host the address of whoever it is of; empty where none is told
 */
public record Sighting(String domain, Optional<MacAddress> mac, String host, Observation observation) {}
