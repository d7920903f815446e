package jordfell.lab.calls;

import java.util.List;
import java.util.random.RandomGenerator;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.registrar.Addresses;
import jordfell.lab.registrar.Responses;

/** Requests as a proxy sends them on (RFC 3261 §16.4 and §16.6). */
final class Onward {

    private static final String COOKIE = "z9hG4bKjf";

    private final Addresses addresses;
    private final String secret;
    private long counter;

    Onward(Addresses addresses, RandomGenerator random) {
        this.addresses = addresses;
        this.secret = Long.toHexString(random.nextLong());
    }

    /** An INVITE to one of those that it rings. What both sides are reached by stands in it twice if it differs (RFC 5658). */
    SipMessage invite(SipMessage invite, Dialogs.Party caller, Target target) {
        String mine = route(target.node(), target.at().transport());
        String theirs = route(caller.node(), caller.at().transport());
        SipMessage sent = hop(invite, caller.at())
                .withStartLine("INVITE " + target.uri() + " SIP/2.0")
                .without("Route");
        if (!target.shown().isAsItSays()) {
            // Who calls is said by whoever vouches for it (RFC 3325 §9.1).
            sent = sent.replacing("P-Asserted-Identity", asserted(target.shown(), invite));
        }
        sent = sent.onTop("Record-Route", theirs);
        if (!mine.equals(theirs)) {
            sent = sent.onTop("Record-Route", mine);
        }
        return sent.onTop(
                "Via", addresses.via(target.node(), target.at().transport(), COOKIE + "c" + ++counter + secret));
    }

    /** A request within a call. The same one always gets the same mark, so that it is known again where it goes (§16.11). */
    SipMessage within(SipMessage request, Endpoint source, String node, Endpoint to) {
        String told = SipHeaders.topVia(request).map(via -> via.branch()).orElse("")
                + request.first("Call-ID").orElse("")
                + SipHeaders.cseq(request)
                + secret;
        SipMessage sent = hop(routed(request), source);
        return sent.onTop(
                "Via", addresses.via(node, to.transport(), COOKIE + "w" + Integer.toHexString(told.hashCode())));
    }

    /** Whether a Via is one of those that are set here. */
    boolean isOwn(String mark) {
        return mark.startsWith(COOKIE);
    }

    /** How often a request may go on; 70 where nothing is said, and none where it is no number (§16.3). */
    static int hopsLeft(SipMessage request) {
        String hops = request.first("Max-Forwards").orElse("70").strip();
        return hops.matches("[0-9]{1,10}") ? (int) Math.min(255, Long.parseLong(hops)) : 0;
    }

    private static String asserted(Target.Shown shown, SipMessage invite) {
        SipAddress from = SipHeaders.from(invite).orElseThrow();
        String number = shown.number().isEmpty() ? from.user() : shown.number();
        String name = shown.before().isEmpty()
                ? ""
                : "\"" + (shown.before() + " " + number).replaceAll("[\"\\\\\\p{Cntrl}]", " ") + "\" ";
        return name + "<sip:" + number + "@" + from.host() + ">";
    }

    private static SipMessage hop(SipMessage request, Endpoint source) {
        String via = request.first("Via").orElseThrow();
        return request.replacing("Max-Forwards", Integer.toString(hopsLeft(request) - 1))
                .withoutFirst("Via")
                .onTop("Via", Responses.marked(via, source));
    }

    /** Without the places that are this proxy’s own; a strict router’s order is put right (§16.4). */
    private SipMessage routed(SipMessage request) {
        SipMessage routed = request;
        List<String> routes = request.all("Route");
        if (request.requestUri().contains(";lr;jf=") && !routes.isEmpty()) {
            String last = routes.get(routes.size() - 1).replaceFirst("^[^<]*<([^>]*)>.*", "$1");
            routed = routed.withStartLine(request.method() + " " + last + " SIP/2.0")
                    .withoutLast("Route");
        }
        while (routed.first("Route").filter(route -> route.contains(";lr;jf=")).isPresent()) {
            routed = routed.withoutFirst("Route");
        }
        return routed;
    }

    private String route(String node, Transport transport) {
        String how = transport == Transport.UDP ? "" : ";transport=" + transport.param();
        return "<sip:" + addresses.of(node, transport) + how + ";lr;jf=" + node + ">";
    }
}
