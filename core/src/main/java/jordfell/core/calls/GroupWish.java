package jordfell.core.calls;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * A group of extensions as somebody writes it.
 *
 * @param together whether its members ring together, or each in its turn
 * @param eachSeconds how long all of them ring, or each
 * @param afterwards where the call goes when nobody answered; empty for nowhere
 */
public record GroupWish(
        @Nullable String number,
        @Nullable String name,
        boolean together,
        int eachSeconds,
        List<@Nullable String> members,
        @Nullable String afterwards) {

    /** More do not ring for one call. */
    public static final int MOST_MEMBERS = 50;

    private static final int LONGEST_NAME = 60;
    private static final int SHORTEST = 5;
    private static final int LONGEST = 120;

    /**
     * The group, or all that is wrong.
     *
     * @param before its number until now; empty for a new one
     */
    public Checked<Callee.Group> checked(Optional<String> before, CallPath.Ground ground) {
        FieldProblems problems = new FieldProblems();
        String own = bare(number);
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        if (!own.matches("[0-9]{2,7}")) {
            problems.add("number", "“" + own + "” is no number of a group.", "2 to 7 digits, such as 2900.");
        } else if (before.filter(own::equals).isEmpty()) {
            ground.callee(own)
                    .ifPresent(other -> problems.add(
                            "number", own + " is " + other.name() + " already.", "Choose one that is free."));
        }
        if (eachSeconds < SHORTEST || eachSeconds > LONGEST) {
            problems.add("eachSeconds", eachSeconds + " seconds can’t be rung.", SHORTEST + " to " + LONGEST + " can.");
        }
        List<String> all = checkedMembers(own, ground, problems);
        String after = bare(afterwards);
        if (!after.isEmpty()) {
            TargetRule.check("afterwards", own, after, ground, problems);
        }
        Callee.Group wished = new Callee.Group(
                own,
                called,
                together,
                Duration.ofSeconds(Math.max(0, eachSeconds)),
                all,
                after.isEmpty() ? Optional.empty() : Optional.of(after));
        if (problems.all().isEmpty()) {
            TargetRule.round(own, new ChangedGround(ground, wished))
                    .ifPresent(way -> problems.add(
                            after.equals(way.get(1)) ? "afterwards" : "members/" + all.indexOf(way.get(1)),
                            "The group would ring itself: " + String.join(" → ", way) + ".",
                            "Take one of them out."));
        }
        return problems.otherwise(() -> wished);
    }

    private List<String> checkedMembers(String own, CallPath.Ground ground, FieldProblems problems) {
        List<String> all = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        if (members.isEmpty()) {
            problems.add("members", "A group without members rings nobody.", "Write at least one extension.");
        }
        if (members.size() > MOST_MEMBERS) {
            problems.add(
                    "members",
                    members.size() + " members are too many.",
                    "At most " + MOST_MEMBERS + "; put some of them into a group of its own.");
        }
        for (int i = 0; i < Math.min(members.size(), MOST_MEMBERS); i++) {
            String member = bare(members.get(i));
            String field = "members/" + i;
            if (member.equals(own) && !own.isEmpty()) {
                problems.add(field, "A group can’t be a member of itself.", "Take it out.");
            } else if (!seen.add(member)) {
                problems.add(field, member + " stands here twice.", "Once is enough.");
            } else if (ground.callee(member)
                    .filter(c -> !(c instanceof Callee.Service))
                    .isEmpty()) {
                problems.add(
                        field,
                        "“" + member + "” is no extension and no group.",
                        "Members are extensions of the domain, or other groups.");
            }
            all.add(member);
        }
        return all;
    }

    private static String bare(@Nullable String text) {
        return text == null ? "" : text.replaceAll("[\\s-]", "");
    }
}
