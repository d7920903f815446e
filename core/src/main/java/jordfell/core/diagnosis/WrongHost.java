package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.milestone.Refusal;
import jordfell.core.path.Stop;

/** <em>wrong-host</em>: its request names another domain than the one it belongs to. */
final class WrongHost implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (!device.heldAt(Stop.ACCEPTED)) {
            return List.of();
        }
        return device.turnedAway().stream()
                .filter(t -> t.refusal().filter(r -> r.status() == 404).isPresent())
                .flatMap(t -> t.foreignHost().map(host -> elsewhere(device, t, host)).stream())
                .toList();
    }

    private static Finding elsewhere(CaseOf device, TurnedAway line, String host) {
        Optional<Refusal> refusal = line.refusal();
        String number = line.line().number();
        return line.tell(Finding.certain(
                        Cause.WRONG_HOST,
                        "It registers " + number + " at " + host + "; its domain is "
                                + device.facts().domain().name() + "."))
                .variant("at " + host)
                .brief(number + ": another domain")
                .detail("Where it registers comes from the registrar that it was sent, or was set on the phone. "
                        + refusal.map(r -> r.response().node() + " answered " + r.answer() + ".")
                                .orElse(""))
                .remedies(
                        Remedy.sendAgain(device),
                        new Remedy(Remedy.Action.OPEN_SETTINGS, "See where the name comes from", 0));
    }
}
