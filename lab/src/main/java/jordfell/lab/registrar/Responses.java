package jordfell.lab.registrar;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipMessage.Header;
import jordfell.core.sip.Via;
import jordfell.lab.net.Endpoint;

/** Builds responses (RFC 3261 §8.2.6) and finds where they go (§18.2, RFC 3581 §4). */
public final class Responses {

    private static final Map<Integer, String> REASONS = Map.ofEntries(
            Map.entry(200, "OK"),
            Map.entry(400, "Bad Request"),
            Map.entry(401, "Unauthorized"),
            Map.entry(100, "Trying"),
            Map.entry(180, "Ringing"),
            Map.entry(302, "Moved Temporarily"),
            Map.entry(380, "Alternative Service"),
            Map.entry(403, "Forbidden"),
            Map.entry(404, "Not Found"),
            Map.entry(405, "Method Not Allowed"),
            Map.entry(407, "Proxy Authentication Required"),
            Map.entry(408, "Request Timeout"),
            Map.entry(413, "Request Entity Too Large"),
            Map.entry(415, "Unsupported Media Type"),
            Map.entry(416, "Unsupported URI Scheme"),
            Map.entry(420, "Bad Extension"),
            Map.entry(423, "Interval Too Brief"),
            Map.entry(480, "Temporarily Unavailable"),
            Map.entry(481, "Call/Transaction Does Not Exist"),
            Map.entry(482, "Loop Detected"),
            Map.entry(483, "Too Many Hops"),
            Map.entry(486, "Busy Here"),
            Map.entry(487, "Request Terminated"),
            Map.entry(488, "Not Acceptable Here"),
            Map.entry(489, "Bad Event"),
            Map.entry(500, "Server Internal Error"),
            Map.entry(501, "Not Implemented"),
            Map.entry(503, "Service Unavailable"),
            Map.entry(505, "Version Not Supported"));

    private static final List<String> ECHOED = List.of("From", "To", "Call-ID", "CSeq");

    private static final Pattern RPORT =
            Pattern.compile("\\s*;\\s*rport\\s*(=\\s*[0-9]*\\s*)?(?=;|$)", Pattern.CASE_INSENSITIVE);
    private static final Pattern RECEIVED =
            Pattern.compile("\\s*;\\s*received\\s*=[^;]*(?=;|$)", Pattern.CASE_INSENSITIVE);

    private Responses() {}

    /** A response with the request's Via, From, To, Call-ID and CSeq; the To gets a tag. */
    public static SipMessage to(SipMessage request, Endpoint source, int status) {
        List<Header> headers = new ArrayList<>();
        for (String via : request.all("Via")) {
            headers.add(new Header("Via", headers.isEmpty() ? marked(via, source) : via));
        }
        for (String recordRoute : request.all("Record-Route")) {
            headers.add(new Header("Record-Route", recordRoute));
        }
        for (String name : ECHOED) {
            Optional<String> said = request.first(name);
            if (said.isPresent()) {
                headers.add(new Header(name, name.equals("To") ? tagged(request, said.get(), status) : said.get()));
            }
        }
        return SipMessage.response(status, REASONS.getOrDefault(status, "Unknown"))
                .with(headers);
    }

    /** What only says that it is being looked into begins no dialog (§8.2.6.2). */
    private static String tagged(SipMessage request, String to, int status) {
        boolean has = SipHeaders.to(request).flatMap(a -> a.param("tag")).isPresent();
        return has || status == 100 ? to : to + ";tag=" + tagFor(request);
    }

    /** A reason in words (§20.43). */
    public static String warning(String node, String why) {
        return "399 " + node + " \"" + why.replace("\"", "'") + "\"";
    }

    /** Where a response to this request goes: back to where it came from. */
    public static Endpoint destination(SipMessage request, Endpoint source) {
        boolean symmetric = SipHeaders.topVia(request).filter(Via::wantsRport).isPresent();
        return symmetric || source.transport().isReliable()
                ? source
                : new Endpoint(
                        source.host(), SipHeaders.topVia(request).map(Via::port).orElse(source.port()));
    }

    /** Where a response that came back goes next, once the own Via is off. */
    public static Optional<Endpoint> next(SipMessage response) {
        return SipHeaders.topVia(response).map(via -> new Endpoint(via.replyHost(), via.replyPort()));
    }

    /** The Via with the source noted on it, however it is spelt: received, and rport where it was asked for. */
    public static String marked(String via, Endpoint source) {
        if (isPlain(via)) {
            return via.replace(";rport;", ";rport=" + source.port() + ";") + ";received=" + source.host();
        }
        String bare = RECEIVED.matcher(via).replaceAll("");
        String noted = RPORT.matcher(bare).replaceFirst(";rport=" + source.port());
        return noted + ";received=" + source.host();
    }

    /** As nearly all write it: one rport without a value, no blank behind the address, and nothing else that begins like it. */
    private static boolean isPlain(String via) {
        int rport = via.indexOf(";rport;");
        return rport >= 0
                && via.lastIndexOf(' ') < rport
                && via.indexOf('\t') < 0
                && via.lastIndexOf(";r") == rport
                && via.indexOf(";R") < 0;
    }

    /** The same request always gets the same tag, so that a retransmission is answered alike; another callee has another. */
    private static String tagFor(SipMessage request) {
        String asked =
                request.first("Call-ID").orElse("") + request.first("From").orElse("") + request.requestUri();
        return Integer.toHexString(asked.hashCode());
    }
}
