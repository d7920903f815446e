package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.LineStatus;
import jordfell.core.path.Stop;

/** <em>one-line-of-many</em>: a line of which no REGISTER came, while others of the same phone carry. */
final class OneLineOfMany implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        List<LineStatus> carrying = device.path().lines().stream()
                .filter(l -> l.accepted(device.now()))
                .toList();
        if (!device.heldAt(Stop.ACCEPTED) || carrying.isEmpty()) {
            return List.of();
        }
        return device.path().lines().stream()
                .filter(l -> l.binding().isEmpty()
                        && l.refusal().isEmpty()
                        && l.reached().asks().isEmpty())
                .map(l -> unheard(device, l, carrying.get(0)))
                .toList();
    }

    private static Finding unheard(CaseOf device, LineStatus line, LineStatus carrying) {
        return Finding.likely(
                        Cause.ONE_LINE_OF_MANY,
                        "No registrar hears line " + line.position() + "; line " + carrying.position() + " carries.",
                        "Whether line " + line.position() + " is switched on in the phone’s own menu.")
                .line(line.position())
                .variant("line " + line.position())
                .brief("line " + line.position() + " not heard")
                .detail("The way to the registrar is free, so " + line.number()
                        + " is switched off on the phone, or was not taken over from its file.")
                .since(device.path().stop(Stop.ACCEPTED).since().orElse(device.now()))
                .shownBy("no REGISTER for " + line.number(), carrying.number() + " is registered")
                .remedies(Remedy.bringUpToDate(device));
    }
}
