package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/**
 * A registrar's final no to the registration of a line, until it says yes.
 *
 * @param response the newest
 * @param request the request that it answers, if that was seen
 * @param since the first in a row with this status
 * @param times how many of them
 */
public record Refusal(SipSeen.Response response, Optional<SipSeen.Request> request, Instant since, int times) {

    public int status() {
        return response.status();
    }

    /** Its status and reason, such as {@code 403 Forbidden}. */
    public String answer() {
        return response.message().startLine().substring("SIP/2.0 ".length());
    }

    static Refusal after(Optional<Refusal> before, SipSeen.Response next, Optional<SipSeen.Request> request) {
        return before.filter(b -> b.status() == next.status())
                .map(b -> new Refusal(next, request.or(b::request), b.since, b.times + 1))
                .orElseGet(() -> new Refusal(next, request, next.at(), 1));
    }
}
