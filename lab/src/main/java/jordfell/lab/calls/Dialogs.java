package jordfell.lab.calls;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.core.bounded.Bounded;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;

/**
 * Who speaks with whom, by Call-ID and tags (RFC 3261 §12), and where each of them is: what goes on in a call goes to where
 * the other one sends from, whatever stands between.
 */
final class Dialogs {

    private static final int MOST = 20_000;

    /** More answer no forked call. */
    private static final int MOST_PARTIES = 40;

    /** One side of a dialog. */
    record Party(Endpoint at, String node) {}

    private final Map<String, Map<String, Party>> byCallId = Bounded.byUse(MOST);

    /** The caller of an INVITE is there. */
    void calling(SipMessage invite, Party caller) {
        SipHeaders.from(invite).flatMap(a -> a.param("tag")).ifPresent(tag -> put(invite, tag, caller));
    }

    /** A callee said something of the call, by which there is a dialog with it. */
    void called(SipMessage response, Party callee) {
        SipHeaders.to(response).flatMap(a -> a.param("tag")).ifPresent(tag -> put(response, tag, callee));
    }

    /** To whom a request within a dialog goes; empty if there is no such dialog. */
    Optional<Party> other(SipMessage request, Party sender) {
        Map<String, Party> parties = byCallId.get(request.first("Call-ID").orElse(""));
        Optional<String> from = SipHeaders.from(request).flatMap(a -> a.param("tag"));
        Optional<String> to = SipHeaders.to(request).flatMap(a -> a.param("tag"));
        if (parties == null || from.isEmpty() || to.isEmpty() || !parties.containsKey(from.get())) {
            return Optional.empty();
        }
        parties.put(from.get(), sender); // it may send from elsewhere by now
        return Optional.ofNullable(parties.get(to.get()));
    }

    /** Who sent the request that this answers. */
    Optional<Party> asker(SipMessage response) {
        Map<String, Party> parties = byCallId.get(response.first("Call-ID").orElse(""));
        return parties == null
                ? Optional.empty()
                : SipHeaders.from(response).flatMap(a -> a.param("tag")).map(parties::get);
    }

    private void put(SipMessage message, String tag, Party party) {
        Map<String, Party> parties =
                byCallId.computeIfAbsent(message.first("Call-ID").orElse(""), id -> new LinkedHashMap<>());
        if (parties.size() < MOST_PARTIES || parties.containsKey(tag)) {
            parties.put(tag, party);
        }
    }
}
