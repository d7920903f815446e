package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.PERSON;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.intake.EnrolPlan.PersonPlan;
import jordfell.core.intake.IntakeRecords.PersonRecord;
import jordfell.core.intake.IntakeVerdict.Offer;

/**
 * Finds whom a cell means: a name, a name with something in brackets that tells two of one name apart, or a new person.
 */
final class PersonCell {

    static final int LONGEST = 100;
    private static final String NEW = "new";
    private static final String EACH = "each";
    /** Asked once of all rows whose names hold a comma. */
    static final String NAME_ORDER = "name-order";

    private static final Pattern LAST_FIRST = Pattern.compile("([^,]+?)\\s*,\\s*([^,]+)");
    private static final Pattern TOLD_APART = Pattern.compile("(.+?)\\s*\\(([^()]+)\\)");

    private final IntakeRecords records;

    /** People that rows before have made, by domain and name. */
    private final Map<String, String> made = new HashMap<>();

    /** On how many rows each name stands, in lower case. */
    private final Map<String, Integer> written = new HashMap<>();

    private int apart;

    PersonCell(IntakeRecords records, List<IntakeRow> rows) {
        this.records = records;
        for (IntakeRow row : rows) {
            String text = row.cell(PERSON);
            Matcher matcher = TOLD_APART.matcher(text);
            String name = matcher.matches() ? matcher.group(1) : text;
            written.merge(name.toLowerCase(Locale.ROOT), 1, Integer::sum);
        }
    }

    Optional<PersonPlan> read(String text, long domainId, RowProblems found) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        if (text.length() > LONGEST) {
            found.refuse(
                    PERSON,
                    "The name has " + text.length() + " characters.",
                    "At most " + LONGEST + " fit; shorten it.");
            return Optional.empty();
        }
        Matcher matcher = TOLD_APART.matcher(text);
        boolean toldApart = matcher.matches();
        String name = toldApart ? matcher.group(1) : text;
        String mark = toldApart ? matcher.group(2).strip() : "";
        List<PersonRecord> all = records.people(domainId, name);
        if (mark.equalsIgnoreCase(NEW)) {
            return Optional.of(madeHere(domainId, name));
        }
        if (mark.equalsIgnoreCase(EACH)) {
            apart++;
            return Optional.of(new PersonPlan(Optional.empty(), name, apart));
        }
        List<PersonRecord> fitting =
                all.stream().filter(p -> mark.isEmpty() || fits(p, mark)).toList();
        if (fitting.size() == 1) {
            return Optional.of(new PersonPlan(
                    Optional.of(fitting.get(0).id()), fitting.get(0).name(), 0));
        }
        Optional<String> turned = all.isEmpty() && mark.isEmpty() ? turned(name) : Optional.empty();
        if (turned.isPresent()) {
            found.ask(
                    PERSON,
                    "“" + name + "” is written with a comma.",
                    "Is the last name first, so that it is " + turned.get() + "?",
                    NAME_ORDER,
                    List.of(
                            new Offer(turned.get(), "last name first"),
                            new Offer(name + " (" + NEW + ")", "as it is written")));
            return Optional.empty();
        }
        int rows = written.getOrDefault(name.toLowerCase(Locale.ROOT), 1);
        if (all.isEmpty() && mark.isEmpty()) {
            if (rows == 1) {
                return Optional.of(madeHere(domainId, name));
            }
            found.ask(
                    PERSON,
                    name + " stands on " + rows + " rows and is in no record.",
                    "The same new person, or " + rows + "?",
                    "person:" + domainId + ":" + text.toLowerCase(Locale.ROOT),
                    List.of(
                            new Offer(name + " (" + NEW + ")", "the same new person"),
                            new Offer(name + " (" + EACH + ")", rows + " people of this name")));
            return Optional.empty();
        }
        found.ask(
                PERSON,
                all.isEmpty()
                        ? "There is nobody called " + name + " yet."
                        : fitting.isEmpty()
                                ? "No " + name + " is “" + mark + "”."
                                : count(fitting.size()) + " people are called " + name + ".",
                "Whom do you mean?",
                "person:" + domainId + ":" + text.toLowerCase(Locale.ROOT),
                offers(name, all));
        return Optional.empty();
    }

    /** “Berg, Anna” as Anna Berg; empty for a name without one comma. */
    private static Optional<String> turned(String name) {
        Matcher matcher = LAST_FIRST.matcher(name);
        return matcher.matches() ? Optional.of(matcher.group(2) + " " + matcher.group(1)) : Optional.empty();
    }

    private PersonPlan madeHere(long domainId, String name) {
        String known = made.computeIfAbsent(domainId + ":" + name.toLowerCase(Locale.ROOT), k -> name);
        return new PersonPlan(Optional.empty(), known, 0);
    }

    private static boolean fits(PersonRecord person, String mark) {
        return person.department().equalsIgnoreCase(mark)
                || person.email().equalsIgnoreCase(mark)
                || person.numbers().contains(mark);
    }

    /** Each told apart by department where that does, else by e-mail or number; last, a new one. */
    private static List<Offer> offers(String name, List<PersonRecord> all) {
        List<Offer> offers = new ArrayList<>();
        for (PersonRecord person : all) {
            long same = all.stream()
                    .filter(o -> o.department().equalsIgnoreCase(person.department()))
                    .count();
            String mark = !person.department().isEmpty() && same == 1
                    ? person.department()
                    : !person.email().isEmpty()
                            ? person.email()
                            : person.numbers().stream().findFirst().orElse("");
            if (!mark.isEmpty()) {
                offers.add(new Offer(person.name() + " (" + mark + ")", person.name() + ", " + mark));
            }
        }
        offers.add(new Offer(name + " (" + NEW + ")", "somebody new"));
        return offers;
    }

    private static String count(int number) {
        return number == 2 ? "Two" : Integer.toString(number);
    }
}
