package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import jordfell.core.milestone.LookUps.LookUp;
import jordfell.core.path.LineStatus;
import jordfell.core.path.RegistrarLookups;
import jordfell.core.path.Stop;

/** What keeps a device from finding its registrar: one that was never heard, or one that was registered and is no more. */
final class NotLocated {

    private NotLocated() {}

    /** The last of its look-ups of the registrar, if all of them gave nothing since it was heard. */
    static Optional<LookUp> failing(CaseOf device) {
        return since(device)
                .flatMap(since -> RegistrarLookups.of(device.facts(), device.reached(), since)
                        .failed());
    }

    /** What is told of a registration that ran out, unless the device does not even come as far as to a node. */
    static List<Finding> orElse(CaseOf device, Function<LineStatus, Optional<Finding>> told) {
        boolean isLedNowhere = failing(device).isPresent()
                || !new NameDeadTarget().examine(device).isEmpty();
        return isLedNowhere
                ? List.of()
                : Lapsed.lapsedLine(device).flatMap(told).stream().toList();
    }

    /** From when on it looks for its registrar and is not heard there; empty for one that is. */
    static Optional<Instant> searching(CaseOf device) {
        return device.heldAt(Stop.HEARD) ? Optional.of(Instant.MIN) : since(device);
    }

    /** From when on it looks for its registrar in vain, as far as it does; empty for one that has found it. */
    static Optional<Instant> since(CaseOf device) {
        if (device.heldAt(Stop.LOCATED)) {
            return Optional.of(Instant.MIN);
        }
        return Lapsed.lapsedLine(device)
                .map(line ->
                        device.reached().heardLast().map(at -> at.plusMillis(1)).orElse(Instant.MIN));
    }
}
