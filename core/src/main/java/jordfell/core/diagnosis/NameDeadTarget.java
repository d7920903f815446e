package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.milestone.LookUps.LookUp;
import jordfell.core.path.RegistrarLookups;
import jordfell.core.roster.RegistrarNode;

/**
 * <em>name-dead-target</em>: the name service leads it to an address at which the domain has no node on record, and it was not
 * heard since.
 */
final class NameDeadTarget implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        Set<String> nodes = device.facts().domain().nodes().stream()
                .map(RegistrarNode::address)
                .collect(Collectors.toSet());
        return NotLocated.searching(device)
                .map(from -> addresses(device, from))
                .filter(found -> !found.isEmpty())
                .filter(found ->
                        found.stream().flatMap(a -> a.answers().stream()).noneMatch(nodes::contains))
                .map(found -> led(device, found.get(found.size() - 1), nodes))
                .stream()
                .toList();
    }

    /** Where its registrar’s names led it since a moment, oldest first. */
    private static List<NameLookedUp> addresses(CaseOf device, Instant since) {
        RegistrarLookups own = RegistrarLookups.of(device.facts(), device.reached(), since);
        Set<String> names = new HashSet<>();
        own.newest().stream().map(LookUp::newest).forEach(looked -> {
            names.add(looked.name().toLowerCase(Locale.ROOT));
            looked.answers().forEach(answer -> names.add(host(answer)));
        });
        return device.reached().lookUps().newest().stream()
                .map(LookUp::newest)
                .filter(l -> l.type().equals("A") && !l.answers().isEmpty() && !l.at().isBefore(since))
                .filter(l -> names.contains(l.name().toLowerCase(Locale.ROOT)))
                .toList();
    }

    /** An SRV answer is told as {@code host:port}. */
    private static String host(String answer) {
        return answer.replaceFirst(":[0-9]+$", "").toLowerCase(Locale.ROOT);
    }

    private static Finding led(CaseOf device, NameLookedUp last, Set<String> nodes) {
        String domain = device.facts().domain().name();
        String address = last.answers().get(0);
        return Finding.certain(
                        Cause.NAME_DEAD_TARGET,
                        "The name service leads it to " + address + ", where " + domain + " has no node.")
                .variant(last.name() + " " + address)
                .brief("led to " + address)
                .detail("By its record the nodes of " + domain + " are at "
                        + Stream.of(nodes.toArray(String[]::new)).sorted().collect(Collectors.joining(", "))
                        + "; it was heard at none of them since.")
                .since(last.at())
                .shownBy("looked up " + last.name() + " (A): " + String.join(", ", last.answers()))
                .remedies(Remedy.advice("Correct " + last.name()
                        + " in the name service, or the address of the node under Settings, whichever is wrong."));
    }
}
