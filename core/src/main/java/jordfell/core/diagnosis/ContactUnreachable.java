package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.milestone.Ping;
import jordfell.core.path.LineStatus;
import jordfell.core.path.Stop;

/** <em>contact-unreachable</em>: it is registered, and OPTIONS to its contact are not answered. */
final class ContactUnreachable implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.heldAt(Stop.HOLDING)
                ? device.path().lines().stream()
                        .filter(l -> !l.answersPings())
                        .map(l -> deaf(device, l))
                        .toList()
                : List.of();
    }

    private static Finding deaf(CaseOf device, LineStatus line) {
        Ping ping = line.reached().ping().orElseThrow();
        BindingChanged binding = line.binding().orElseThrow();
        return Finding.likely(
                        Cause.CONTACT_UNREACHABLE,
                        "It is registered, and does not answer at " + binding.contact() + ".",
                        "Whether it answers just after it refreshed: then a router forgets the way to it in between.")
                .line(line.position())
                .variant(device.facts().site())
                .brief("does not answer OPTIONS")
                .detail("A call to " + line.number() + " goes there too, so it would not ring.")
                .since(ping.since())
                .shownBy("OPTIONS to " + line.number() + ": no answer", "registered at " + binding.node())
                .remedies(Remedy.advice("Have it keep its way through the router at "
                        + device.facts().site() + " open: a shorter keep-alive than the router’s UDP timeout."));
    }
}
