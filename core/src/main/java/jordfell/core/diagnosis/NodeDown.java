package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.diagnosis.Neighbours.Others;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.path.LineStatus;

/** <em>node-down</em>: the node at which it was registered hears nobody any more, of whatever site. */
final class NodeDown implements Rule {

    /** Of one site alone it could be the way from there. */
    private static final int FEWEST_SITES = 2;

    @Override
    public List<Finding> examine(CaseOf device) {
        return NotLocated.orElse(device, line -> told(device, line));
    }

    private static Optional<Finding> told(CaseOf device, LineStatus line) {
        String node = line.binding().map(BindingChanged::node).orElse("");
        Others others = device.neighbours().node(node);
        Instant ended = line.endedAt().orElse(device.now());
        return others.silentSince(device.now())
                .filter(since -> others.sites() >= FEWEST_SITES && !ended.isBefore(since))
                .map(since -> told(line, node, others, since));
    }

    private static Finding told(LineStatus line, String node, Others others, Instant since) {
        return Finding.likely(
                        Cause.NODE_DOWN,
                        node + ", where it was registered, hears nobody any more.",
                        "Whether " + node + " answers anything at all.")
                .line(line.position())
                .variant(node)
                .brief(node + " hears nobody")
                .detail("Until then it heard others of " + others.sites() + " sites, one every "
                        + Math.max(1, others.gap().toSeconds())
                        + " s or so. Either it is down, or nothing reaches it; the phone is not the reason.")
                .since(since)
                .shownBy("registration of " + line.number() + " ended", "nothing was heard at " + node + " since")
                .remedies(Remedy.advice("See to " + node + "; the phones come back by themselves."));
    }
}
