package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.milestone.LookUps.LookUp;

/** <em>name-silent</em>: it asked for its registrar's name, and the name service said nothing of it, or that it failed. */
final class NameSilent implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return NotLocated.failing(device).stream()
                .filter(failed -> !failed.newest().isAnswered())
                .map(NameSilent::silent)
                .toList();
    }

    private static Finding silent(LookUp failed) {
        NameLookedUp lookup = failed.newest();
        String registrar = lookup.name().replaceFirst("^_sips?\\._(udp|tcp)\\.", "");
        boolean fails = !lookup.status().isEmpty();
        return Finding.certain(
                        Cause.NAME_SILENT,
                        fails
                                ? "The name service fails when it is asked for " + registrar + "."
                                : "The name service does not answer for " + registrar + ".")
                .variant(registrar)
                .brief(fails ? "name service fails" : "name service silent")
                .detail("Whether there is such a name is not known by that.")
                .since(failed.failingSince().orElse(lookup.at()))
                .tries(failed.failures())
                .shownBy("asked for " + lookup.name() + " (" + lookup.type() + "): "
                        + (fails ? lookup.status() : "no answer"))
                .remedies(Remedy.advice("See to the name service that answers for " + registrar
                        + "; what the phone was sent need not be changed for it."));
    }
}
