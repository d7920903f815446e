package jordfell.core.dialing;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** Finds what has to be dialled for an outside number to be called: the way out by a domain’s dial lists, backwards. */
public final class WayOut {

    private WayOut() {}

    /**
     * What somebody with this permission dials so that this number, and no other, is called outside.
     *
     * @param number as it is to be called, digits or E.164
     * @return empty if no row of the lists leads there, or one before it takes what would be dialled
     */
    public static Optional<String> to(DialPlan plan, String permission, String number) {
        return plan.permission(permission).stream()
                .flatMap(p -> p.lists().stream())
                .flatMap(list -> in(plan, list, number, permission, new HashSet<>()).stream())
                .findFirst();
    }

    private static Optional<String> in(DialPlan plan, long listId, String number, String permission, Set<Long> seen) {
        DialList list = plan.lists().get(listId);
        if (list == null || !seen.add(listId)) {
            return Optional.empty();
        }
        for (DialList.Entry entry : list.entries()) {
            Optional<String> dialled = entry instanceof DialList.Rule rule
                    ? by(rule, number).filter(keys -> leads(plan, permission, keys, number))
                    : in(plan, ((DialList.Included) entry).listId(), number, permission, seen);
            if (dialled.isPresent()) {
                return dialled;
            }
        }
        return Optional.empty();
    }

    /** What this row would have to be given. */
    private static Optional<String> by(DialList.Rule rule, String number) {
        if (!(rule.target() instanceof DialTarget.Outside outside)
                || !number.startsWith(outside.change().before())) {
            return Optional.empty();
        }
        String rest = number.substring(outside.change().before().length());
        return rule.pattern().beginning(outside.change().dropped()).map(first -> first + rest);
    }

    private static boolean leads(DialPlan plan, String permission, String keys, String number) {
        DialDecision decision = plan.decide(permission, keys);
        return decision.number().equals(number)
                && decision.target()
                        .filter(DialTarget.Outside.class::isInstance)
                        .isPresent();
    }
}
