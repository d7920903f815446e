package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/** Datagrams that were no SIP. */
public record BrokenRun(Instant since, SipSeen.Broken newest, int times) {

    static BrokenRun after(Optional<BrokenRun> before, SipSeen.Broken next) {
        return before.map(run -> new BrokenRun(run.since, next, run.times + 1))
                .orElseGet(() -> new BrokenRun(next.at(), next, 1));
    }
}
