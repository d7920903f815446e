package jordfell.core.diagnosis;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** <em>not-permitted-outside</em>: the registrar takes the extension from networks of its sites alone, and says that this is none. */
final class OutsideRefused implements Rule {

    private static final Pattern SAID =
            Pattern.compile("may not register from outside; ([0-9a-fA-F.:]{3,45}) is in no network of a site");

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(OutsideRefused::isSo)
                .map(t -> told(device, t))
                .toList();
    }

    static boolean isSo(TurnedAway t) {
        return SAID.matcher(t.warning()).find();
    }

    private static Finding told(CaseOf device, TurnedAway t) {
        Matcher said = SAID.matcher(t.warning());
        String from = said.find() ? said.group(1) : "its address";
        String number = t.line().number();
        return t.tell(Finding.certain(
                        Cause.NOT_PERMITTED_OUTSIDE,
                        "It registers from " + from + ", which is in no network of a site, and " + number
                                + " may not register from outside."))
                .variant("outside " + device.facts().site())
                .brief("registers from outside, " + from)
                .detail("The registrar says so itself; its user and password are not the reason.")
                .remedies(
                        Remedy.addNetwork(from, device.facts().site()),
                        Remedy.advice("If it is meant to be outside, let " + number
                                + " register from outside, under Roster."));
    }
}
