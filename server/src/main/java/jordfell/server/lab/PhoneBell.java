package jordfell.server.lab;

import jordfell.server.device.FactsAssembler.Assembled;

/** Tells a phone that something waits for it; one that can't be told takes it when it next asks. */
public interface PhoneBell {

    /**
     * Tells the phone.
     *
     * @param restart whether it has to restart, rather than only fetch
     */
    void ring(Assembled device, boolean restart);

    /** Devices that have a call up. */
    java.util.List<jordfell.core.identity.MacAddress> inCall();
}
