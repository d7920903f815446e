package jordfell.server.release;

import java.util.List;
import java.util.Optional;
import jordfell.core.identity.MacAddress;

/** Tells a phone that something waits for it; one that can't be told takes it when it next asks. */
public interface PhoneBell {

    /** The phone that is called: one of those that registered the number, or all of them without a MAC. */
    record Called(String domain, String number, Optional<MacAddress> mac) {}

    /**
     * Tells the phone.
     *
     * @param restart whether it has to restart, rather than only fetch
     */
    void ring(Called phone, boolean restart);

    /** Devices that have a call up. */
    List<MacAddress> inCall();
}
