package jordfell.server.history;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.identity.MacAddress;

/** Who can be reached under an extension now, as the registrar knows it. */
public interface Contacts {

    /**
     * A contact that is bound.
     *
     * @param contact the URI at which it said that it is
     * @param source the address and port from which it registered
     * @param device whose it is, where its instance says so
     */
    record Contact(String contact, String source, String node, Instant until, Optional<MacAddress> device) {}

    /** The one that holds longest first. @throws RuntimeException as 503 when the registrar is too busy to say */
    List<Contact> of(String domain, String number);
}
