package jordfell.core.diagnosis;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** <em>contacts-full</em>: the registrar says that as many contacts are bound as the extension may have. */
final class ContactsFull implements Rule {

    /** As registrars say it beside a 403. */
    private static final Pattern SAID = Pattern.compile("([0-9]{1,4}) contacts are bound already");

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(ContactsFull::isSo)
                .map(ContactsFull::told)
                .toList();
    }

    static boolean isSo(TurnedAway t) {
        return SAID.matcher(t.warning()).find();
    }

    private static Finding told(TurnedAway t) {
        Matcher said = SAID.matcher(t.warning());
        int bound = said.find() ? Integer.parseInt(said.group(1)) : 0;
        String number = t.line().number();
        return t.tell(Finding.certain(
                        Cause.CONTACTS_FULL,
                        number + " has " + (bound == 1 ? "a contact" : bound + " contacts")
                                + " already, and may have no more: the registrar refuses this device."))
                .variant("full " + number)
                .brief(number + " has no room for it")
                .detail(
                        "Its user and password are not the reason. A contact goes when its time is over, or when it is taken"
                                + " away.")
                .remedies(Remedy.advice("See on the page of " + number
                        + " what is bound; take away what nobody uses, or widen the" + " limit."));
    }
}
