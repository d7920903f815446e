package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;

/** <em>not-heard</em>: it found its registrar's address, and no registrar hears from it. */
final class NotHeard implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (!device.heldAt(Stop.HEARD)) {
            return List.of();
        }
        StopReport heard = device.path().stop(Stop.HEARD);
        String site = device.facts().site();
        return List.of(Finding.likely(
                        Cause.NOT_HEARD,
                        "It has its configuration, and no registrar hears from it.",
                        "Whether other phones at " + site + " are heard, and what the router there counts as dropped.")
                .variant(site)
                .brief("not heard")
                .detail("It found an address, and no REGISTER arrived: something on the way keeps SIP back.")
                .since(heard.since().orElse(device.now()))
                .shownBy(device.path().stop(Stop.LOCATED).evidence(), heard.evidence())
                .remedies(Remedy.advice("Check that UDP to the registrar’s port is let through at " + site + ".")));
    }
}
