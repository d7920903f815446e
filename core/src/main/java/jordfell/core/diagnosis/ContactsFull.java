package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jordfell.core.diagnosis.Neighbours.Agent;

/** <em>contacts-full</em>: the registrar says that as many contacts are bound as the extension may have. */
final class ContactsFull implements Rule {

    /** As registrars say it beside a 403. */
    private static final Pattern SAID = Pattern.compile("([0-9]{1,4}) contacts are bound already");

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(ContactsFull::isSo)
                .map(t -> told(device, t))
                .toList();
    }

    static boolean isSo(TurnedAway t) {
        return SAID.matcher(t.warning()).find();
    }

    private static Finding told(CaseOf device, TurnedAway t) {
        Matcher said = SAID.matcher(t.warning());
        int bound = said.find() ? Integer.parseInt(said.group(1)) : 0;
        String number = t.line().number();
        return t.tell(Finding.certain(
                        Cause.CONTACTS_FULL,
                        number + " has " + (bound == 1 ? "a contact" : bound + " contacts")
                                + " already, and may have no more: the registrar refuses this device."))
                .variant("full " + number)
                .brief(number + " has no room for it")
                .detail("Its user and password are not the reason. " + whose(device, number)
                        + "A contact goes when its time is over, or when it is taken away.")
                .remedies(remedies(device, t));
    }

    private static List<Agent> there(CaseOf device, String number) {
        return device.neighbours().sameNumber().stream()
                .filter(agent -> agent.number().equals(number))
                .toList();
    }

    private static String whose(CaseOf device, String number) {
        List<Agent> there = there(device, number);
        return there.isEmpty()
                ? ""
                : "Registered are " + there.stream().map(ContactsFull::spoken).collect(Collectors.joining(", ")) + ". ";
    }

    private static String spoken(Agent agent) {
        return agent.isStranger() ? "an agent of no record at " + agent.source() : agent.label();
    }

    /** What is nobody’s goes first; what another device has on record is left to whoever decides. */
    private static List<Remedy> remedies(CaseOf device, TurnedAway t) {
        String number = t.line().number();
        List<Remedy> remedies = new ArrayList<>();
        there(device, number).stream()
                .filter(Agent::isStranger)
                .map(agent -> new Remedy(
                        Remedy.Action.DROP_CONTACT,
                        "Take away the contact at " + agent.source(),
                        t.line().position(),
                        agent.source(),
                        "The registrar forgets that " + number + " is at " + agent.source()
                                + "; whoever is there may register again as soon as there is room."))
                .forEach(remedies::add);
        remedies.add(new Remedy(
                Remedy.Action.WIDEN_LIMIT,
                "Let " + number + " have one contact more",
                t.line().position(),
                "",
                "The limit of " + number
                        + " goes up by one; what is called there rings at all of them. It can be turned" + " back."));
        remedies.add(Remedy.advice("See on the page of " + number + " what is bound, and take away what nobody uses."));
        return remedies;
    }
}
