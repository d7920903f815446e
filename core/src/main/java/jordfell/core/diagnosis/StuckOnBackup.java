package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.path.LineStatus;
import jordfell.core.roster.RegistrarNode;

/** <em>stuck-on-backup</em>: it goes on at a registrar of lower priority although the first one is there (RFC 2782). */
final class StuckOnBackup implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.path().lines().stream()
                .filter(line -> line.accepted(device.now()) && asksByTheDomain(device, line))
                .flatMap(line -> told(device, line).stream())
                .toList();
    }

    /** Where it was sent one node’s name, it is where it was sent. */
    private static boolean asksByTheDomain(CaseOf device, LineStatus line) {
        String domain = device.facts().domain().name();
        return device.facts().released().stream()
                .flatMap(r -> r.sent().stream())
                .filter(sent -> sent.number().equals(line.number()))
                .anyMatch(sent -> sent.registrar().equalsIgnoreCase(domain));
    }

    private static Optional<Finding> told(CaseOf device, LineStatus line) {
        BindingChanged binding = line.binding().orElseThrow();
        List<RegistrarNode> nodes = device.facts().domain().nodes();
        Optional<RegistrarNode> at =
                nodes.stream().filter(n -> n.name().equals(binding.node())).findFirst();
        Optional<RegistrarNode> first = nodes.stream().min(Comparator.comparing(RegistrarNode::priority));
        // It refreshed there at least once while the first was up all the time.
        Instant since = binding.at().minus(Duration.between(binding.at(), binding.expiresAt()));
        return at.filter(node -> node.priority() > first.orElseThrow().priority())
                .filter(node -> line.refreshed()
                        && device.neighbours().node(first.orElseThrow().name()).areHeardSince(since, device.now()))
                .map(node -> told(device, line, node.name(), first.orElseThrow().name()));
    }

    private static Finding told(CaseOf device, LineStatus line, String node, String first) {
        return Finding.certain(
                        Cause.STUCK_ON_BACKUP,
                        "It refreshes its registration at " + node + ", though " + first
                                + ", which comes before it, hears others all the time.")
                .line(line.position())
                .variant(node)
                .brief("stays at " + node)
                .detail("Calls come and go. While it stays there, nothing is left for it when " + node + " fails.")
                .since(line.reached().acceptedSince().orElse(device.now()))
                .shownBy("registration of " + line.number() + " refreshed at " + node, first + " is heard from")
                .remedies(Remedy.restart());
    }
}
