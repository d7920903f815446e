package jordfell.core.calls;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallStop.Way;
import jordfell.core.calls.CallStop.When;

/**
 * A way of a call that ends where it should not, whether a call goes it now or only once somebody is busy or away.
 *
 * @param way the numbers on the way, the one that was called first
 * @param by when it goes there from the last but one; empty if it was called itself
 * @param end why it ends there
 * @param now whether a call that came now would end there
 */
public record CallTrouble(List<String> way, Optional<When> by, DeadEnd end, boolean now) {

    /** Wrong by what is on record, whoever is registered. */
    private static final Set<DeadEnd> ALWAYS_WRONG = Set.of(
            DeadEnd.LOOP,
            DeadEnd.NOBODY_HAS_IT,
            DeadEnd.UNASSIGNED,
            DeadEnd.NOT_PERMITTED,
            DeadEnd.EMPTY_GROUP,
            DeadEnd.TOO_FAR,
            DeadEnd.NO_DEVICE);

    /** All of a call’s path; that nobody is registered or free now counts only where the whole call ends by it. */
    public static List<CallTrouble> in(CallStop first) {
        List<CallTrouble> found = new ArrayList<>();
        boolean endsNow = !Ringing.of(first).reachesAnybody();
        look(first, List.of(first.number()), Optional.empty(), true, endsNow, found);
        return List.copyOf(found);
    }

    private static void look(
            CallStop stop, List<String> way, Optional<When> by, boolean now, boolean endsNow, List<CallTrouble> found) {
        stop.end()
                .filter(end -> ALWAYS_WRONG.contains(end) || now && endsNow)
                .filter(end -> by.filter(When.MEMBER::equals).isEmpty() || end != DeadEnd.NO_DEVICE || endsNow)
                .ifPresent(end -> found.add(new CallTrouble(way, by, end, now)));
        for (Way next : stop.ways()) {
            List<String> further = new ArrayList<>(way);
            further.add(next.to().number());
            look(next.to(), List.copyOf(further), Optional.of(next.when()), now && next.now(), endsNow, found);
        }
    }
}
