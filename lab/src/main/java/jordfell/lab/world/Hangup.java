package jordfell.lab.world;

import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;

/** Ends a call from the side of whoever was called (RFC 3261 §15.1.1). */
final class Hangup {

    private Hangup() {}

    /**
     * The BYE of a call.
     *
     * @param invite that was answered
     * @param node from which it came
     * @param self who answered it
     */
    static SipMessage of(SipMessage invite, Endpoint node, Endpoint self, String token) {
        SipMessage answer = Responses.to(invite, node, 200);
        String target = SipHeaders.contacts(invite).stream()
                .map(SipAddress::uri)
                .findFirst()
                .orElse("sip:" + node);
        String id = answer.first("Call-ID").orElse("");
        SipMessage bye = SipMessage.request("BYE", target)
                .with("Via", "SIP/2.0/UDP " + self + ";rport;branch=z9hG4bK" + token + id.hashCode())
                .with("Max-Forwards", "70")
                .with("From", answer.first("To").orElse(""))
                .with("To", answer.first("From").orElse(""))
                .with("Call-ID", id)
                .with("CSeq", "1 BYE");
        for (String route : invite.all("Record-Route")) {
            bye = bye.with("Route", route);
        }
        return bye;
    }
}
