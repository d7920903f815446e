package jordfell.lab.net;

import java.util.Locale;

/** How SIP is carried (RFC 3261 §18). */
public enum Transport {
    UDP,
    TCP,
    TLS;

    /** Whether what is sent arrives or is known not to: nothing is sent again then (§17.1.1.2). */
    public boolean isReliable() {
        return this != UDP;
    }

    /** As a URI’s {@code transport} parameter names it. */
    public String param() {
        return name().toLowerCase(Locale.ROOT);
    }
}
