package jordfell.core.diagnosis;

import java.util.List;
import java.util.Set;
import jordfell.core.diagnosis.Neighbours.Agent;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.milestone.Whereabouts;
import jordfell.core.path.LineStatus;

/**
 * <em>two-agents</em>: somebody else is registered at its extension, to whom the records do not give it: a device with other
 * lines, or an agent of which nobody knows whose it is. Calls ring there too.
 */
final class TwoAgents implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (!device.isRegistered()) {
            return List.of();
        }
        Set<String> hosts = Set.copyOf(Whereabouts.of(device.reached()).hosts());
        return device.path().lines().stream()
                .flatMap(line -> device.neighbours().sameNumber().stream()
                        .filter(agent -> agent.number().equals(line.number()))
                        .filter(agent -> isNobodys(device, agent, hosts))
                        .findFirst()
                        .map(agent -> told(line, agent))
                        .stream())
                .toList();
    }

    /** A stranger at its own address may be the phone itself; a device that shares the extension on record is to be there. */
    private static boolean isNobodys(CaseOf device, Agent agent, Set<String> hosts) {
        return agent.isStranger()
                ? !hosts.contains(agent.host()) && device.facts().sharedWith().isEmpty()
                : !device.facts().sharedWith().contains(agent.label());
    }

    private static Finding told(LineStatus line, Agent agent) {
        String number = line.number();
        return Finding.certain(
                        Cause.TWO_AGENTS,
                        agent.isStranger()
                                ? number + " is registered from " + agent.source()
                                        + " too, by an agent that is on no record."
                                : number + " is registered by " + agent.label() + " too, to which nobody gave it.")
                .line(line.position())
                .variant(number + " at " + (agent.isStranger() ? agent.host() : agent.label()))
                .brief(number + " is elsewhere too")
                .detail("It knows the password. Calls to " + number
                        + " ring there as well, and what is dialled there goes out as " + number + ".")
                .since(line.reached()
                        .acceptedSince()
                        .orElse(line.binding().map(BindingChanged::at).orElseThrow()))
                .shownBy("registration of " + number + " from " + agent.source() + " at " + agent.node())
                .remedies(
                        agent.isStranger()
                                ? Remedy.advice("Say under Intake, Strays, whose it is; if it is nobody’s, give "
                                        + number + " a new password.")
                                : Remedy.advice("Re-send the configuration of " + agent.label() + ", or give it "
                                        + number + " on record."));
    }
}
