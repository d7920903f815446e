package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import jordfell.core.diagnosis.Neighbours.Agent;
import jordfell.core.evidence.Observation.BindingChanged;

/** <em>port-collision</em>: others are registered from the same address and port, so its router can’t tell them apart. */
final class PortCollision implements Rule {

    /** Once may be a phone that another took the place of. */
    private static final int TELLING = 2;

    @Override
    public List<Finding> examine(CaseOf device) {
        List<Agent> others = device.neighbours().sameSource().stream()
                .filter(agent -> !agent.isStranger() && agent.turns() >= TELLING)
                .toList();
        return others.isEmpty() || !device.isRegistered() ? List.of() : List.of(told(device, others));
    }

    private static Finding told(CaseOf device, List<Agent> others) {
        String source = others.get(0).source();
        List<String> labels = others.stream().map(Agent::label).distinct().toList();
        String named = labels.size() == 1 ? labels.get(0) : labels.get(0) + " and " + (labels.size() - 1) + " more";
        return Finding.certain(
                        Cause.PORT_COLLISION,
                        "It is registered from " + source + ", and so is " + named
                                + ", in turn: its router can’t tell them apart.")
                .variant(source)
                .brief("same address and port as " + named)
                .detail("What comes back to " + source
                        + " goes to the one that spoke last: calls ring at the wrong phone, or" + " nowhere.")
                .since(device.path().lines().stream()
                        .flatMap(line -> line.binding().stream())
                        .map(BindingChanged::at)
                        .min(Instant::compareTo)
                        .orElse(device.now()))
                .shownBy("registration from " + source, "registration of " + named + " from " + source)
                .remedies(Remedy.advice("Have the router at " + device.facts().site()
                        + " leave SIP alone, or give each phone there a SIP port of its own."));
    }
}
