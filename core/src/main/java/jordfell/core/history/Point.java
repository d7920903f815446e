package jordfell.core.history;

import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import jordfell.core.diagnosis.Finding;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.Condition;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/**
 * How a device stood at one moment.
 *
 * @param reached what its evidence had come to
 * @param stops the states of its nine stops, in order; empty before it was ever looked at
 * @param condition as a whole; {@code PARKED} before it was ever looked at
 * @param registered its numbers that were registered
 * @param lives the findings that were open
 * @param due when the passing of time alone changes something
 */
public record Point(
        Instant at,
        Milestones reached,
        List<StopState> stops,
        Condition condition,
        Set<String> registered,
        List<FindingLife> lives,
        Optional<Instant> due) {

    public Point {
        stops = List.copyOf(stops);
        registered = Collections.unmodifiableSet(new TreeSet<>(registered));
        lives = List.copyOf(lives);
    }

    /** Before anything was seen. */
    public static Point start(Instant at) {
        return new Point(at, Milestones.NONE, List.of(), Condition.PARKED, Set.of(), List.of(), Optional.empty());
    }

    /** The same moment, with what was reached by then. */
    public Point reaching(Milestones next) {
        return with(next, at);
    }

    Point with(Milestones next, Instant moment) {
        return new Point(moment, next, stops, condition, registered, lives, due);
    }

    /** The same, its findings opened when they were told first. */
    Point openedAsIn(Point told) {
        List<FindingLife> same = lives.stream()
                .map(life -> told.lives.stream()
                        .filter(known ->
                                known.key().equals(life.key()) && known.opened().isBefore(life.opened()))
                        .findFirst()
                        .map(known -> new FindingLife(life.finding(), known.opened()))
                        .orElse(life))
                .toList();
        return new Point(at, reached, stops, condition, registered, same, due);
    }

    /** Whether it can be used: all of its lines are registered, though the first refresh of that is still to come. */
    public boolean hasDialTone() {
        boolean isAccepted = !stops.isEmpty() && stops.get(Stop.ACCEPTED.place()) == StopState.PASSED;
        return condition == Condition.CARRYING
                || condition == Condition.PROVEN
                || condition == Condition.UNDER_WAY && isAccepted;
    }

    /** The finding by which it is listed: what goes wrong beside dial tone says nothing of one that has none. */
    public Optional<Finding> foremost() {
        return lives.stream()
                .map(FindingLife::finding)
                .filter(f -> hasDialTone() || !f.cause().leavesDialTone())
                .findFirst();
    }

    /** Nothing is wrong with it, and nothing is awaited but the next refresh. */
    boolean carries() {
        return lives.isEmpty() && (condition == Condition.CARRYING || condition == Condition.PROVEN);
    }
}
