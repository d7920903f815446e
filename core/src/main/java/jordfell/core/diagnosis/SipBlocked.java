package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.LineStatus;

/**
 * <em>sip-blocked</em>: no SIP of its whole site reaches a node any more, while nodes hear others, and the site fetches files and
 * looks up names.
 */
final class SipBlocked implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return NotLocated.isLedNowhere(device)
                ? List.of()
                : Lapsed.lapsedLine(device).stream()
                        .flatMap(line -> told(device, line).stream())
                        .toList();
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
                                + " reaches a registrar any more, while its phones fetch files and look up names.",
                        "What the router or firewall at " + site + " counts as dropped.")
                .line(line.position())
                .variant(site)
                .brief("no SIP comes from " + site)
                .detail("The registrars hear others meanwhile. Something on the way out of " + site
                        + " keeps SIP back.")
                .since(since)
                .shownBy(
                        "registration of " + line.number() + " ended",
                        "no SIP from " + site + " since",
                        "files or names were asked for at " + site + " since")
                .remedies(Remedy.advice("See what was changed at the firewall of " + site + ", and let "
                        + "SIP to the registrars through."));
    }
}
