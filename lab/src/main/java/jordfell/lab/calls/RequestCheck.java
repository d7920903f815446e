package jordfell.lab.calls;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;

/** What any request is looked at for before it is known what it wants (RFC 3261 §8.2 and §16.3). */
final class RequestCheck {

    /** What this registrar and proxy takes, as it says of itself (§20.5). */
    static final String ALLOW =
            "REGISTER, INVITE, ACK, BYE, CANCEL, OPTIONS, INFO, MESSAGE, UPDATE, REFER, NOTIFY, PRACK";

    private static final Set<String> METHODS = Set.of(ALLOW.split(", "));

    /** Never refused for what they require (§8.2.2.3). */
    private static final Set<String> TAKEN_AS_THEY_ARE = Set.of("ACK", "CANCEL");

    /** A sequence number is less than 2^31 (§8.1.1.5). */
    private static final long CSEQ_END = 1L << 31;

    private RequestCheck() {}

    /** The answer to a request that can’t be taken; empty if it can. */
    static Optional<SipMessage> refuse(SipMessage request, Endpoint source) {
        if (!isComplete(request)) {
            return Optional.of(Responses.to(request, source, 400));
        }
        if (!METHODS.contains(request.method())) {
            return Optional.of(Responses.to(request, source, 405).with("Allow", ALLOW));
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

    /** The extensions that it needs: none are known here. A proxy looks at those for proxies alone where it passes it on. */
    private static List<String> required(SipMessage request) {
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
