package jordfell.lab.registrar;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;

/**
 * Forwards calls between registered contacts as a stateless proxy that stays in the path (RFC 3261 §16.6, §16.7,
 * §16.11). Only those who are registered here, from where they are registered, may call.
 */
final class CallProxy {

    private static final String BRANCH = "z9hG4bKjf";

    private final Registrar registrar;
    private final Map<String, Endpoint> services = new HashMap<>();

    CallProxy(Registrar registrar) {
        this.registrar = registrar;
    }

    void addService(String user, Endpoint at) {
        services.put(user, at);
    }

    Outcome forward(String node, SipMessage request, Endpoint source, Instant now) {
        int hops = hopsLeft(request);
        if (hops <= 0) {
            return refuse(node, request, source, 483);
        }
        if (!mayCall(request, source, now)) {
            return refuse(node, request, source, 403);
        }
        Optional<Endpoint> target = target(request, now);
        if (target.isEmpty()) {
            return refuse(node, request, source, known(request) ? 480 : 404);
        }
        String via = request.first("Via").orElseThrow();
        SipMessage onward = request.replacing("Max-Forwards", Integer.toString(hops - 1))
                .withoutFirst("Via")
                .onTop("Via", Responses.marked(via, source))
                .onTop("Via", "SIP/2.0/UDP " + node + ".lab.invalid;branch=" + BRANCH + branchOf(request));
        if (request.method().equals("INVITE")) {
            onward = onward.with("Record-Route", "<sip:" + node + ".lab.invalid;lr>");
        }
        return Outcome.send(node, target.get(), onward.withoutFirst("Route"));
    }

    /** Sends a response on to whoever is below our own Via. */
    Outcome relay(String node, SipMessage response) {
        boolean ours = SipHeaders.topVia(response)
                .filter(via -> via.branch().startsWith(BRANCH))
                .isPresent();
        if (!ours) {
            return Outcome.NOTHING;
        }
        SipMessage back = response.withoutFirst("Via");
        return Responses.next(back).map(to -> Outcome.send(node, to, back)).orElse(Outcome.NOTHING);
    }

    /** An ACK is never answered (RFC 3261 §17). */
    private static Outcome refuse(String node, SipMessage request, Endpoint source, int status) {
        return request.method().equals("ACK") ? Outcome.NOTHING : Registrar.reply(node, request, source, status);
    }

    private boolean mayCall(SipMessage request, Endpoint source, Instant now) {
        if (services.containsValue(source)) {
            return true;
        }
        SipAddress from = SipHeaders.from(request).orElseThrow();
        SipAddress to = SipHeaders.to(request).orElseThrow();
        return List.of(from, to).stream()
                .flatMap(a -> registrar.live(a.host(), a.user(), now).stream())
                .anyMatch(b -> b.source().equals(source));
    }

    /** A service, a contact that is bound right now, or the newest contact of the extension called. */
    private Optional<Endpoint> target(SipMessage request, Instant now) {
        Optional<SipAddress> uri = SipHeaders.uri(request.requestUri());
        if (uri.isEmpty()) {
            return Optional.empty();
        }
        Endpoint service = services.get(uri.get().user());
        if (service != null) {
            return Optional.of(service);
        }
        SipAddress to = SipHeaders.to(request).orElseThrow();
        SipAddress from = SipHeaders.from(request).orElseThrow();
        return List.of(uri.get(), to, from).stream()
                .flatMap(a -> registrar.live(a.host(), a.user(), now).stream())
                .filter(b -> b.contact().uri().equals(uri.get().uri())
                        || b.number().equals(uri.get().user()))
                .map(Binding::source)
                .reduce((a, b) -> b);
    }

    private boolean known(SipMessage request) {
        return SipHeaders.uri(request.requestUri())
                .flatMap(uri -> registrar.accounts().find(uri.host(), uri.user()))
                .isPresent();
    }

    private static int hopsLeft(SipMessage request) {
        String hops = request.first("Max-Forwards").orElse("70");
        return hops.matches("[0-9]{1,3}") ? Integer.parseInt(hops) : 0;
    }

    /** A stateless proxy's branch must be the same for a retransmission (RFC 3261 §16.11). */
    private static String branchOf(SipMessage request) {
        String branch = SipHeaders.topVia(request).map(v -> v.branch()).orElse("");
        return Integer.toHexString((branch + request.first("Call-ID").orElse("")).hashCode());
    }
}
