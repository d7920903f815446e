package jordfell.core.sip;

import java.util.Optional;

/**
 * The top of a message's Via (RFC 3261 §20.42, RFC 3581).
 *
 * @param wantsRport the sender asked for its source port back
 */
public record Via(String host, int port, String branch, boolean wantsRport, Optional<String> received, int rport) {

    /** Where a response goes: the source if it was noted, else the address in the header (RFC 3261 §18.2.2). */
    public String replyHost() {
        return received.orElse(host);
    }

    public int replyPort() {
        return rport > 0 ? rport : port;
    }
}
