package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.LineStatus;

/**
 * <em>sip-blocked</em>: no SIP of its whole site reaches a node any more, while nodes hear others, and the site fetches files or
 * looks up names.
 */
final class SipBlocked implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return NotLocated.orElse(device, line -> told(device, line));
    }

    private static Optional<Finding> told(CaseOf device, LineStatus line) {
        Neighbours neighbours = device.neighbours();
        Instant ended = line.endedAt().orElse(device.now());
        return neighbours
                .site()
                .silentSince(device.now())
                .filter(since -> !ended.isBefore(since) && neighbours.othersAreHeard(since, device.now()))
                .filter(since -> neighbours.siteIsAlive(since))
                .map(since -> told(device, line, since));
    }

    private static Finding told(CaseOf device, LineStatus line, Instant since) {
        String site = device.facts().site();
        return Finding.likely(
                        Cause.SIP_BLOCKED,
                        "No SIP from " + site
                                + " reaches a registrar any more, while files or names are asked for from there.",
                        "Whether its phones look up their registrar: if they do, SIP is kept back on the way.")
                .line(line.position())
                .variant(site)
                .brief("no SIP comes from " + site)
                .detail("The registrars hear others meanwhile. Either something on the way out of " + site
                        + " keeps SIP back, or its phones do not come as far as to ask for their registrars.")
                .since(since)
                .shownBy(
                        "registration of " + line.number() + " ended",
                        "no SIP from " + site + " since",
                        "files or names were asked for at " + site + " since")
                .remedies(Remedy.advice("See what was changed at the firewall of " + site
                        + ": whether it lets SIP out to the registrars, and whether the name service can be reached."));
    }
}
