package jordfell.core.diagnosis;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.milestone.Heard;
import jordfell.core.path.LineStatus;
import jordfell.core.roster.RegistrarNode;

/** <em>heard-at-wrong-node</em>: it registers at a node that its domain does not have. */
final class WrongNode implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        Set<String> own = device.facts().domain().nodes().stream()
                .map(RegistrarNode::name)
                .collect(Collectors.toSet());
        if (own.isEmpty() || device.isRegistered()) {
            return List.of();
        }
        return device.path().lines().stream()
                .filter(line -> !line.accepted(device.now()))
                .flatMap(
                        line -> line
                                .reached()
                                .heard()
                                .filter(h -> !own.contains(h.node()))
                                .map(h -> told(device, line, h))
                                .stream())
                .toList();
    }

    private static Finding told(CaseOf device, LineStatus line, Heard heard) {
        String domain = device.facts().domain().name();
        return Finding.certain(
                        Cause.HEARD_AT_WRONG_NODE,
                        "It registers " + line.number() + " at " + heard.node() + ", which is no node of " + domain
                                + ".")
                .line(line.position())
                .variant(heard.node())
                .brief("registers at " + heard.node())
                .detail("Where it goes is said by the name service and by the registrar that it was sent.")
                .since(heard.at())
                .shownBy("REGISTER for " + line.number() + " at " + heard.node())
                .remedies(
                        new Remedy(Remedy.Action.OPEN_SETTINGS, "See where the name comes from", 0),
                        Remedy.advice("See to where the name service leads " + domain + "."));
    }
}
