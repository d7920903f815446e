package jordfell.lab.calls;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;

/** What any request is looked at for before it is known what it wants (RFC 3261 §8.2 and §16.3). */
final class RequestCheck {

    /** What this registrar and proxy takes, as it says of itself (§20.5). */
    static final String ALLOW =
            "REGISTER, INVITE, ACK, BYE, CANCEL, OPTIONS, INFO, MESSAGE, UPDATE, REFER, NOTIFY, PRACK, SUBSCRIBE";

    private static final Set<String> METHODS = Set.of(ALLOW.split(", "));

    /** Never refused for what they require (§8.2.2.3). */
    private static final Set<String> TAKEN_AS_THEY_ARE = Set.of("ACK", "CANCEL");

    private static final Set<String> ONCE = Set.of("From", "To", "Call-ID", "CSeq", "Max-Forwards", "Content-Length");

    private static final Pattern SCHEME = Pattern.compile("sips?:", Pattern.CASE_INSENSITIVE);

    /** Between the brackets of an address (§25.1, addr-spec). */
    private static final Pattern BLANK_INSIDE = Pattern.compile("<\\s|\\s>[^\"]*$");

    /** A sequence number is less than 2^31 (§8.1.1.5). */
    private static final long CSEQ_END = 1L << 31;

    private RequestCheck() {}

    /** The answer to a request that can’t be taken; empty if it can. */
    static Optional<SipMessage> refuse(SipMessage request, Endpoint source) {
        if (!isComplete(request) || !isSingle(request) || !isReadable(request)) {
            return Optional.of(Responses.to(request, source, 400));
        }
        if (!METHODS.contains(request.method())) {
            return Optional.of(Responses.to(request, source, 405).with("Allow", ALLOW));
        }
        if (!SCHEME.matcher(request.requestUri()).lookingAt()) {
            return Optional.of(Responses.to(request, source, 416));
        }
        List<String> unknown = required(request);
        return unknown.isEmpty() || TAKEN_AS_THEY_ARE.contains(request.method())
                ? Optional.empty()
                : Optional.of(Responses.to(request, source, 420).with("Unsupported", String.join(", ", unknown)));
    }

    private static boolean isComplete(SipMessage request) {
        long cseq = SipHeaders.cseq(request);
        return SipHeaders.from(request).isPresent()
                && SipHeaders.to(request).isPresent()
                && request.first("Call-ID").filter(id -> !id.isBlank()).isPresent()
                && cseq >= 0
                && cseq < CSEQ_END
                && request.first("CSeq").orElse("").endsWith(" " + request.method());
    }

    /** What tells a request from others stands in it once (§7.3.1). */
    private static boolean isSingle(SipMessage request) {
        return ONCE.stream().noneMatch(request::isRepeated);
    }

    /** Its way back, where it goes and who sent it can be understood; what a Request-URI must not hold is not in it (§19.1.1). */
    private static boolean isReadable(SipMessage request) {
        String uri = request.requestUri();
        boolean isSip = SCHEME.matcher(uri).lookingAt();
        return SipHeaders.topVia(request).isPresent()
                && !uri.startsWith("<")
                && (!isSip || SipHeaders.uri(uri).isPresent() && uri.indexOf('?', uri.lastIndexOf('@')) < 0)
                && areContacts(request.all("Contact"))
                && request.first("From").filter(RequestCheck::hasBlankInside).isEmpty()
                && request.first("To").filter(RequestCheck::hasBlankInside).isEmpty();
    }

    private static boolean areContacts(List<String> values) {
        for (String value : values) {
            if (!isContact(value)) {
                return false;
            }
        }
        return true;
    }

    private static boolean hasBlankInside(String value) {
        boolean hasBlank = value.indexOf(' ') >= 0 || value.indexOf('\t') >= 0;
        return hasBlank && BLANK_INSIDE.matcher(value).find();
    }

    private static boolean isContact(String value) {
        boolean needsBrackets = value.indexOf('<') < 0 && value.indexOf('?') >= 0; // §20.10
        return !needsBrackets && !SipHeaders.contacts(value).isEmpty();
    }

    /** The extensions that it needs: none are known here. A proxy looks at those for proxies alone where it passes it on. */
    private static List<String> required(SipMessage request) {
        if (request.first("Proxy-Require").isEmpty() && request.first("Require").isEmpty()) {
            return List.of();
        }
        List<String> headers = new ArrayList<>(request.all("Proxy-Require"));
        if (request.method().equals("REGISTER") || request.method().equals("OPTIONS")) {
            headers.addAll(request.all("Require"));
        }
        return headers.stream()
                .flatMap(value -> Arrays.stream(value.split(",")))
                .map(tag -> tag.strip().toLowerCase(Locale.ROOT))
                .filter(tag -> !tag.isEmpty())
                .distinct()
                .toList();
    }
}
