package jordfell.lab.registrar;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;

/**
 * Forwards calls between registered contacts as a stateless proxy that stays in the path (RFC 3261 §16.6, §16.7,
 * §16.11). Only those who are registered here, from where they are registered, may call.
 */
final class CallProxy {

    /** The name of the service that takes what is called outside. */
    static final String OUTSIDE_LINE = "outside-line";

    private static final String BRANCH = "z9hG4bKjf";

    /** What is dialled on keys; other names are the registrar’s own. */
    private static final Pattern KEYS = Pattern.compile("[0-9*#A-D]+");

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
        Dialled dialled = dialled(request, source);
        if (dialled instanceof Dialled.Refused refused) {
            return refuse(node, request, source, refused.why());
        }
        SipMessage meant = meant(request, dialled);
        Optional<Endpoint> target = target(meant, dialled, now);
        if (target.isEmpty()) {
            return refuse(node, request, source, known(meant) ? 480 : 404);
        }
        String via = request.first("Via").orElseThrow();
        SipMessage onward = meant.replacing("Max-Forwards", Integer.toString(hops - 1))
                .withoutFirst("Via")
                .onTop("Via", Responses.marked(via, source))
                .onTop("Via", "SIP/2.0/UDP " + node + ".lab.invalid;branch=" + BRANCH + branchOf(request));
        if (request.method().equals("INVITE")) {
            onward = onward.with("Record-Route", "<sip:" + node + ".lab.invalid;lr>");
        }
        return Outcome.send(node, target.get(), onward.withoutFirst("Route"));
    }

    /** Where a call goes that somebody begins; what goes on in a call goes where it is addressed to. */
    private Dialled dialled(SipMessage request, Endpoint source) {
        SipAddress to = SipHeaders.to(request).orElseThrow();
        String user = SipHeaders.uri(request.requestUri()).map(SipAddress::user).orElse("");
        boolean begins = to.param("tag").isEmpty() && !services.containsValue(source);
        if (!begins || !KEYS.matcher(user).matches()) {
            return new Dialled.Inside(user);
        }
        SipAddress from = SipHeaders.from(request).orElseThrow();
        return registrar.accounts().dial(from.host(), from.user(), user);
    }

    /** The request addressed to what is called in the end (RFC 3261 §16.5). */
    private static SipMessage meant(SipMessage request, Dialled dialled) {
        Optional<SipAddress> uri = SipHeaders.uri(request.requestUri());
        String user = dialled instanceof Dialled.Inside inside
                ? inside.number()
                : dialled instanceof Dialled.Outside outside ? outside.number() : "";
        boolean isSame =
                user.isEmpty() || uri.filter(u -> u.user().equals(user)).isPresent();
        return isSame
                ? request
                : request.withStartLine(request.method() + " sip:" + user + "@"
                        + uri.map(SipAddress::host).orElse("") + " SIP/2.0");
    }

    private Optional<Endpoint> target(SipMessage meant, Dialled dialled, Instant now) {
        if (dialled instanceof Dialled.Outside) {
            return Optional.ofNullable(services.get(OUTSIDE_LINE));
        }
        return dialled instanceof Dialled.Service service
                ? Optional.ofNullable(services.get(service.name()))
                : target(meant, now);
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

    /** Whoever may not dial it is told why (RFC 3261 §20.43). */
    private static Outcome refuse(String node, SipMessage request, Endpoint source, String why) {
        return request.method().equals("ACK")
                ? Outcome.NOTHING
                : Outcome.send(
                        node,
                        Responses.destination(request, source),
                        Responses.to(request, source, 403)
                                .with("Warning", "399 " + node + " \"" + why.replace("\"", "'") + "\""));
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

    /** As many as are left; 70 where nothing is said, and none where it is no number (RFC 3261 §16.3). */
    private static int hopsLeft(SipMessage request) {
        String hops = request.first("Max-Forwards").orElse("70").strip();
        return hops.matches("[0-9]{1,10}") ? (int) Math.min(255, Long.parseLong(hops)) : 0;
    }

    /** A stateless proxy's branch must be the same for a retransmission (RFC 3261 §16.11). */
    private static String branchOf(SipMessage request) {
        String branch = SipHeaders.topVia(request).map(v -> v.branch()).orElse("");
        return Integer.toHexString((branch + request.first("Call-ID").orElse("")).hashCode());
    }
}
