package jordfell.core.calls;

import java.util.List;
import java.util.Optional;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.wish.FieldProblems;

/** Where a call may be sent on to. */
final class TargetRule {

    private static final int LONGEST = 32;

    private TargetRule() {}

    /** Says what is wrong with sending calls of a number on to another, if anything is. */
    static void check(String field, String from, String target, CallPath.Ground ground, FieldProblems problems) {
        if (!target.matches("[0-9*#+]{1," + LONGEST + "}")) {
            problems.add(
                    field, "“" + target + "” is no number.", "An extension, or what is dialled for a number outside.");
        } else if (target.equals(from)) {
            problems.add(field, "Calls for " + from + " would go round.", "Choose another.");
        } else if (ground.callee(target).isEmpty()) {
            Optional<Boolean> outside = ground.leadsOutside(from, target);
            if (outside.isEmpty()) {
                problems.add(
                        field,
                        "Nobody has " + target + ", and no dial list of " + from + " sends it outside.",
                        "An extension, or what is dialled for a number outside.");
            } else if (!outside.get()) {
                problems.add(
                        field,
                        from + " may not call " + target + ", so its calls can’t be sent there.",
                        "Give it a permission that allows it, or choose another.");
            }
        }
    }

    /** The way on which a call for a number would come to where it was before; empty if there is none. */
    static Optional<List<String>> round(String number, CallPath.Ground ground) {
        return CallTrouble.in(CallPath.of(number, ground)).stream()
                .filter(trouble -> trouble.end() == DeadEnd.LOOP
                        && trouble.way().indexOf(number) == 0
                        && trouble.way().lastIndexOf(number) > 0)
                .map(CallTrouble::way)
                .findFirst();
    }
}
