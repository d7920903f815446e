package jordfell.core.history;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.Diagnosis;
import jordfell.core.diagnosis.Finding;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DevicePath;
import jordfell.core.path.LineStatus;
import jordfell.core.path.PathComputer;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;

/** Goes on from a point, observation by observation and from one due time to the next, and notes what moved. */
final class Walk {

    private final Records records;
    private final List<Transition> moved = new ArrayList<>();
    private Point point;
    private boolean looked;

    Walk(Records records, Point from) {
        this.records = records;
        this.point = withoutAnothersLines(from);
    }

    List<Transition> moved() {
        return List.copyOf(moved);
    }

    Point point() {
        return point;
    }

    /** Whether anything came that could have moved something. */
    boolean looked() {
        return looked;
    }

    /** Ends at a moment. */
    void end(Instant now) {
        passTime(now);
        if (looked || !records.asBefore() || point.stops().isEmpty()) {
            look(latest(now));
        }
    }

    /** Takes one observation, not older than those before. */
    void take(Observation o) {
        passTime(o.at());
        if (!records.facts().owns(o)) {
            return;
        }
        boolean quiet = Quiet.changesNothing(point, o);
        point = point.with(point.reached().after(o), latest(o.at()));
        if (!quiet) {
            look(point.at());
        }
    }

    /** Looks whenever time alone changes something, up to a moment. */
    void passTime(Instant until) {
        while (point.due().filter(due -> !due.isAfter(until)).isPresent()) {
            look(latest(point.due().get()));
        }
    }

    /** Looks once more: the records may have changed. */
    void look(Instant at) {
        looked = true;
        Milestones reached = point.reached();
        DevicePath path = PathComputer.compute(records.facts(), reached, at);
        CaseOf device =
                new CaseOf(records.facts(), reached, Evidence.NONE, path, records.secrets(), records.neighbours(), at);
        List<FindingLife> lives = live(Diagnosis.of(device), at);
        Set<String> registered = registered(path, at);
        noteStops(path, at);
        note(registered, at);
        List<StopState> stops = path.stops().stream().map(StopReport::state).toList();
        Optional<Instant> due = Stream.of(path.recheckAt(), Diagnosis.due(device))
                .flatMap(Optional::stream)
                .min(Instant::compareTo);
        point = new Point(at, reached, stops, path.condition(), registered, lives, due);
    }

    private Instant latest(Instant at) {
        return at.isAfter(point.at()) ? at : point.at();
    }

    /** A number that was given to the device after it was last seen with it is another line's until then. */
    private Point withoutAnothersLines(Point from) {
        Milestones reached = from.reached();
        for (LineMilestones line : from.reached().lines().values()) {
            boolean anothers = records.facts()
                    .givenSince(line.number())
                    .filter(given -> line.begun().filter(given::isAfter).isPresent())
                    .isPresent();
            reached = anothers ? reached.without(line.number()) : reached;
        }
        return from.with(reached, from.at());
    }

    private List<FindingLife> live(List<Finding> findings, Instant at) {
        Map<FindingLife.Key, FindingLife> before = new LinkedHashMap<>();
        point.lives().forEach(life -> before.put(life.key(), life));
        Map<FindingLife.Key, FindingLife> now = new LinkedHashMap<>();
        List<FindingLife> opened = new ArrayList<>();
        for (Finding finding : findings) {
            FindingLife.Key key = FindingLife.keyOf(finding);
            FindingLife known = before.get(key);
            FindingLife life = known == null ? new FindingLife(finding, at) : known.toldAnew(finding);
            if (now.putIfAbsent(key, life) == null && known == null) {
                opened.add(life);
            }
        }
        before.values().stream()
                .filter(life -> !now.containsKey(life.key()))
                .forEach(life -> moved.add(new Transition.FindingClosed(at, life, why(life, opened, at))));
        opened.forEach(life -> moved.add(new Transition.FindingOpened(at, life)));
        return List.copyOf(now.values());
    }

    /**
     * Whether it came to this finding on its way. What it does not come to with the records of now, though it was open, ended by
     * a change of the records and by nothing that was seen.
     */
    boolean knows(FindingLife life) {
        return Stream.concat(
                        point.lives().stream(),
                        moved.stream()
                                .filter(Transition.FindingOpened.class::isInstance)
                                .map(t -> ((Transition.FindingOpened) t).life()))
                .anyMatch(other -> other.key().equals(life.key()));
    }

    private Closing why(FindingLife life, List<FindingLife> opened, Instant at) {
        Optional<Closing> explained = opened.stream()
                .filter(other -> other.finding().line() == life.finding().line()
                        || other.finding().line() == 0
                        || life.finding().line() == 0)
                .filter(other ->
                        other.finding().certainty().compareTo(life.finding().certainty()) <= 0)
                .findFirst()
                .map(other -> new Closing.Explained(other.finding().cause().slug()));
        return explained.orElseGet(() -> ended(life, at));
    }

    /** By an act that came before, or by itself. */
    Closing ended(FindingLife life, Instant at) {
        return records.lastAct()
                .filter(act -> !act.at().isBefore(life.opened()) && !act.at().isAfter(at))
                .<Closing>map(Closing.AfterAct::new)
                .orElseGet(Closing.ByItself::new);
    }

    private static Set<String> registered(DevicePath path, Instant at) {
        Set<String> numbers = new TreeSet<>();
        path.lines().stream()
                .filter(line -> line.bindingLive(at))
                .map(LineStatus::number)
                .forEach(numbers::add);
        return numbers;
    }

    private void noteStops(DevicePath path, Instant at) {
        if (point.stops().isEmpty()) {
            return; // seen for the first time: nothing moved
        }
        for (Stop stop : Stop.values()) {
            StopState from = point.stops().get(stop.place());
            StopState to = path.stop(stop).state();
            if (from != to) {
                moved.add(new Transition.StopMoved(at, stop, from, to));
            }
        }
        if (point.condition() != path.condition()) {
            moved.add(new Transition.ConditionChanged(at, point.condition(), path.condition()));
        }
    }

    private void note(Set<String> registered, Instant at) {
        Set<String> lost = new HashSet<>(point.registered());
        lost.removeAll(registered);
        lost.stream().sorted().forEach(number -> moved.add(new Transition.LineLost(at, number)));
        registered.stream()
                .filter(number -> !point.registered().contains(number))
                .forEach(number -> moved.add(new Transition.LineGained(at, number)));
    }
}
