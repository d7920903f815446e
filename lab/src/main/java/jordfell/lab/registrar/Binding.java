package jordfell.lab.registrar;

import java.time.Instant;
import jordfell.core.sip.SipAddress;
import jordfell.lab.net.Endpoint;

/**
 * A contact of an address of record (RFC 3261 §10.3).
 *
 * @param key what makes a contact the same one: its instance (RFC 5626) or else its URI
 * @param source where its REGISTER came from, and where requests to it go (RFC 3581)
 */
record Binding(
        String domain,
        String number,
        String key,
        SipAddress contact,
        Endpoint source,
        String node,
        String callId,
        long cseq,
        Instant expiresAt,
        Instant pingAt) {

    Binding pingedUntil(Instant next) {
        return new Binding(domain, number, key, contact, source, node, callId, cseq, expiresAt, next);
    }
}
