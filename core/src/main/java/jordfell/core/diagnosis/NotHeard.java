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
        if (!device.facts().sharedWith().isEmpty()) {
            return List.of(notToldApart(device));
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

    /** Of two phones with one extension that name nobody, it is not known which is heard: it may be this one. */
    private static Finding notToldApart(CaseOf device) {
        StopReport heard = device.path().stop(Stop.HEARD);
        String others = String.join(", ", device.facts().sharedWith());
        return Finding.possible(
                        Cause.NOT_HEARD,
                        "Nothing that a registrar hears is known to be from it; " + others
                                + " has the same extension, and a phone that does not name itself may be either.",
                        "Which of them an agent under Intake, Strays is, told there.")
                .variant(device.facts().site())
                .brief("not told apart from " + others)
                .detail("Its own REGISTER would carry its MAC in +sip.instance (RFC 5626 §4.1), or come from where it"
                        + " fetched its configuration.")
                .since(heard.since().orElse(device.now()))
                .shownBy(device.path().stop(Stop.LOCATED).evidence(), heard.evidence())
                .remedies(Remedy.advice("Say under Intake, Strays, which device the agent is."));
    }
}
