package jordfell.core.dialing;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** A dial list as somebody writes it. */
public record DialListWish(@Nullable String name, List<RowWish> rows) {

    /** So many rows fit in one list. */
    public static final int MOST_ROWS = 10_000;

    private static final int LONGEST_NAME = 60;
    private static final int LONGEST_PATTERN = 120;
    private static final int LONGEST_TEXT = 200;
    private static final int MOST_DROPPED = 20;
    private static final int LONGEST_BEFORE = 20;
    private static final Pattern BEFORE = Pattern.compile("\\+?[0-9*#]*");
    private static final String SUCH_AS = "Such as 2xxx, 0x. or [2-4]xxx.";

    /** Where a row goes. */
    public enum Goes {
        INSIDE,
        OUTSIDE,
        SERVICE,
        REFUSED,
        /** It is another list, which stands here. */
        LIST;

        public static Goes of(DialTarget target) {
            if (target instanceof DialTarget.Inside) {
                return INSIDE;
            }
            return target instanceof DialTarget.Outside
                    ? OUTSIDE
                    : target instanceof DialTarget.Service ? SERVICE : REFUSED;
        }
    }

    /**
     * A row as somebody writes it; what its way does not need is left aside.
     *
     * @param dropped how many of the first digits are left out
     * @param before what is called before the rest
     * @param text the name of the service, or why it is refused
     * @param listId the list that stands here
     */
    public record RowWish(
            @Nullable String pattern,
            @Nullable Goes goes,
            int dropped,
            @Nullable String before,
            @Nullable String text,
            @Nullable Long listId,
            @Nullable String note) {}

    /**
     * The list with this number, or all that is wrong.
     *
     * @param id 0 for a new one
     * @param others all lists of the domain by their numbers, this one as it is now among them
     * @param services the services that there are, by their names
     */
    public Checked<DialList> checked(long id, Map<Long, DialList> others, Set<String> services) {
        FieldProblems problems = new FieldProblems();
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        others.values().stream()
                .filter(other -> other.id() != id && other.name().equalsIgnoreCase(called))
                .findFirst()
                .ifPresent(other -> problems.add("name", "There is a list “" + other.name() + "”.", "Find another."));
        if (called.equalsIgnoreCase(DialDecision.EMERGENCY)) {
            problems.add("name", "The emergency numbers stand before all lists by this name.", "Find another.");
        }
        if (rows.size() > MOST_ROWS) {
            problems.add("rows", rows.size() + " rows are too many.", "At most " + MOST_ROWS + " fit in a list.");
            return problems.otherwise(() -> new DialList(id, called, List.of()));
        }
        List<DialList.Entry> entries = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            entry(id, rows.get(i), "rows/" + i, others, services, problems).ifPresent(entries::add);
        }
        return problems.otherwise(() -> new DialList(id, called, entries));
    }

    private Optional<DialList.Entry> entry(
            long id, RowWish row, String at, Map<Long, DialList> others, Set<String> services, FieldProblems problems) {
        if (row.goes() == null) {
            problems.add(
                    at + "/goes", "It is not said where it goes.", "Inside, outside, a service, nowhere, or a list.");
            return Optional.empty();
        }
        if (row.goes() == Goes.LIST) {
            return included(id, row, at, others, problems);
        }
        Optional<DigitPattern> pattern = pattern(row, at, problems);
        Optional<DialTarget> target = target(row, at, services, problems);
        String note = problems.text(row.note(), at + "/note", "note", LONGEST_TEXT);
        return pattern.flatMap(p -> target.map(t -> new DialList.Rule(p, t, note)));
    }

    private Optional<DialList.Entry> included(
            long id, RowWish row, String at, Map<Long, DialList> others, FieldProblems problems) {
        DialList list = row.listId() == null ? null : others.get(row.listId());
        if (list == null) {
            problems.add(at + "/listId", "There is no such list in this domain.", "Choose one of it.");
            return Optional.empty();
        }
        List<String> way = new ArrayList<>();
        if (list.id() == id) {
            problems.add(at + "/listId", "A list can’t stand within itself.", "Choose another.");
        } else if (leadsTo(id, list, others, new HashSet<>(), way)) {
            problems.add(
                    at + "/listId",
                    String.join(", which has ", way) + ", which has this list.",
                    "Choose another, or take this one out there.");
        }
        return Optional.of(new DialList.Included(list.id()));
    }

    /** Whether a list has another one in it, at whatever depth; {@code way} names those between. */
    private static boolean leadsTo(
            long target, DialList from, Map<Long, DialList> all, Set<Long> seen, List<String> way) {
        if (!seen.add(from.id())) {
            return false;
        }
        way.add(from.name());
        for (DialList.Entry entry : from.entries()) {
            if (entry instanceof DialList.Included included) {
                DialList next = all.get(included.listId());
                if (included.listId() == target || next != null && leadsTo(target, next, all, seen, way)) {
                    return true;
                }
            }
        }
        way.remove(way.size() - 1);
        return false;
    }

    private static Optional<DigitPattern> pattern(RowWish row, String at, FieldProblems problems) {
        String text = problems.needed(row.pattern(), at + "/pattern", "pattern", LONGEST_PATTERN);
        if (text.isEmpty() || text.length() > LONGEST_PATTERN) {
            return Optional.empty();
        }
        if (text.contains("|") || text.startsWith("(")) {
            problems.add(
                    at + "/pattern", "“|” divides the patterns of a digit map.", "Give each pattern a row of its own.");
            return Optional.empty();
        }
        if (text.contains("T")) {
            problems.add(at + "/pattern", "T waits, and a registrar has the whole number already.", SUCH_AS);
            return Optional.empty();
        }
        Optional<String> refused = DigitMapSyntax.refuse(text);
        problems.add(at + "/pattern", refused, SUCH_AS);
        return refused.isPresent() ? Optional.empty() : Optional.of(DigitPattern.of(text));
    }

    private static Optional<DialTarget> target(RowWish row, String at, Set<String> services, FieldProblems problems) {
        String text = problems.text(row.text(), at + "/text", "text", LONGEST_TEXT);
        if (row.goes() == Goes.REFUSED) {
            if (text.isEmpty()) {
                problems.add(at + "/text", "It is not said why.", "Whoever dials it is told; such as “ask a lead”.");
            }
            return Optional.of(new DialTarget.Refused(text));
        }
        if (row.goes() == Goes.SERVICE) {
            if (!services.contains(text)) {
                problems.add(
                        at + "/text",
                        "There is no service “" + text + "”.",
                        "There is "
                                + String.join(", ", services.stream().sorted().toList()) + ".");
            }
            return Optional.of(new DialTarget.Service(text));
        }
        problems.between(row.dropped(), 0, MOST_DROPPED, at + "/dropped", "number of dropped digits");
        String before = problems.text(row.before(), at + "/before", "text before", LONGEST_BEFORE);
        if (!BEFORE.matcher(before).matches()) {
            problems.add(
                    at + "/before", "“" + before + "” can’t be dialled.", "Digits, * and #, and a + at the beginning.");
        }
        DialTarget.Change change = new DialTarget.Change(row.dropped(), before);
        return Optional.of(row.goes() == Goes.INSIDE ? new DialTarget.Inside(change) : new DialTarget.Outside(change));
    }
}
