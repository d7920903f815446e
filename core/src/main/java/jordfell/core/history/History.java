package jordfell.core.history;

import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.ObservationOrder;

/**
 * All that is kept in mind of one device. Observations may come in any order and twice, as long as they are not older than
 * what is settled: the history that follows is the same.
 *
 * @param settled how it stood some time ago; what is older than this comes too late to be stepped
 * @param recent what was seen since, oldest first
 * @param present how it stands after all of that
 * @param told what was told to have moved since it is settled
 */
public record History(Point settled, List<Observation> recent, Point present, List<Transition> told) {

    /** How late an observation may come and still land where it belongs. */
    public static final Duration LATE = Duration.ofMinutes(2);

    /**
     * So much of one device is kept in its order, and no more: of one that never stops talking, half of it is settled sooner.
     */
    static final int MOST = 400;

    /** More than this at once is not one of the steps that follow each other all day. */
    private static final int MANY = 32;

    public History {
        recent = List.copyOf(recent);
        told = List.copyOf(told);
    }

    /**
     * What a step led to.
     *
     * @param transitions what moved, in order
     * @param looked whether anything came that could have moved something
     * @param tooLate observations from before what is settled; they are evidence, and move nothing
     */
    public record Stepped(History history, List<Transition> transitions, boolean looked, List<Observation> tooLate) {}

    /** A history that begins. */
    public static History begin(Instant at) {
        return settledAt(Point.start(at));
    }

    /** A history that goes on from where it was settled. */
    public static History settledAt(Point point) {
        return new History(point, List.of(), point, List.of());
    }

    /** Takes what was seen, up to now. {@code now} does not go back from one step to the next. */
    public Stepped step(Records records, List<Observation> seen, Instant now) {
        List<Observation> tooLate =
                seen.stream().filter(o -> o.at().isBefore(settled.at())).toList();
        List<Observation> fresh = fresh(seen);
        if (recent.isEmpty() && told.isEmpty() && present.equals(settled) && fresh.size() > MANY) {
            return through(records, fresh, now, tooLate);
        }
        boolean inOrder = fresh.stream().allMatch(o -> comesAfterAll(o));
        Stepped stepped = inOrder ? goOn(records, fresh, now) : goBack(records, fresh, now);
        return new Stepped(stepped.history().settling(records, now), stepped.transitions(), stepped.looked(), tooLate);
    }

    private List<Observation> fresh(List<Observation> seen) {
        Set<Observation> known = seen.stream()
                .map(Observation::at)
                .min(Instant::compareTo)
                .map(this::since)
                .orElseGet(HashSet::new);
        return seen.stream()
                .filter(o -> !o.at().isBefore(settled.at()))
                .filter(known::add)
                .sorted(ObservationOrder.BY_TIME)
                .toList();
    }

    /** Those not older than a moment: what is seen twice was seen at the same moment. */
    private Set<Observation> since(Instant moment) {
        Set<Observation> since = new HashSet<>();
        for (int i = recent.size() - 1; i >= 0 && !recent.get(i).at().isBefore(moment); i--) {
            since.add(recent.get(i));
        }
        return since;
    }

    private boolean comesAfterAll(Observation o) {
        return !o.at().isBefore(present.at())
                && (recent.isEmpty() || ObservationOrder.BY_TIME.compare(recent.get(recent.size() - 1), o) < 0);
    }

    /** Much at once, such as a day’s evidence: what will be settled is settled on the way. */
    private Stepped through(Records records, List<Observation> fresh, Instant now, List<Observation> tooLate) {
        Instant until = now.minus(LATE);
        Walk old = new Walk(records, settled);
        fresh.stream().filter(o -> o.at().isBefore(until)).forEach(old::take);
        old.passTime(until);
        old.look(until);
        List<Observation> late =
                fresh.stream().filter(o -> !o.at().isBefore(until)).toList();
        Walk walk = new Walk(records, old.point());
        upTo(now, walk, late);
        List<Transition> all =
                Stream.concat(old.moved().stream(), walk.moved().stream()).toList();
        List<Transition> since =
                all.stream().filter(t -> !t.at().isBefore(until)).toList();
        return new Stepped(new History(old.point(), late, walk.point(), since), all, true, tooLate);
    }

    private Stepped goOn(Records records, List<Observation> fresh, Instant now) {
        Walk walk = new Walk(records, present);
        upTo(now, walk, fresh);
        List<Transition> all =
                Stream.concat(told.stream(), walk.moved().stream()).toList();
        return new Stepped(
                new History(settled, merged(fresh), walk.point(), all), walk.moved(), walk.looked(), List.of());
    }

    /** Something came late: goes on from the settled point again, and tells only what was not told. */
    private Stepped goBack(Records records, List<Observation> fresh, Instant now) {
        List<Observation> all = merged(fresh);
        Walk walk = new Walk(records, settled);
        upTo(now, walk, all);
        List<Transition> news =
                new News(this, walk.moved(), walk.point()).toTell(now, life -> gone(life, records, now));
        return new Stepped(new History(settled, all, walk.point(), walk.moved()), news, true, List.of());
    }

    /** Why a finding is not found again: what came late speaks against it, or the records of now ended it without that. */
    private Closing gone(FindingLife life, Records records, Instant now) {
        Walk without = new Walk(records, settled);
        upTo(now, without, recent);
        return without.knows(life) ? new Closing.Withdrawn() : without.ended(life, now);
    }

    private static void upTo(Instant now, Walk walk, List<Observation> over) {
        over.forEach(walk::take);
        walk.end(now);
    }

    private List<Observation> merged(List<Observation> fresh) {
        List<Observation> sorted =
                fresh.stream().sorted(ObservationOrder.BY_TIME).toList();
        boolean isLater = recent.isEmpty()
                || sorted.isEmpty()
                || ObservationOrder.BY_TIME.compare(recent.get(recent.size() - 1), sorted.get(0)) <= 0;
        Stream<Observation> all = Stream.concat(recent.stream(), sorted.stream());
        // What was seen before is in its order already, and what comes is nearly always later.
        return (isLater ? all : all.sorted(ObservationOrder.BY_TIME)).toList();
    }

    /** What is old enough to have no other come before it is folded into the settled point. */
    private History settling(Records records, Instant now) {
        boolean isFull = recent.size() > MOST;
        Instant until = isFull ? recent.get(recent.size() - MOST / 2).at() : now.minus(LATE);
        if (!isFull && !settled.at().isBefore(until.minus(LATE))) {
            return this;
        }
        Walk walk = new Walk(records, settled);
        recent.stream().filter(o -> o.at().isBefore(until)).forEach(walk::take);
        walk.passTime(until);
        walk.look(until);
        return new History(
                walk.point().openedAsIn(present),
                recent.stream().filter(o -> !o.at().isBefore(until)).toList(),
                present,
                told.stream().filter(t -> !t.at().isBefore(until)).toList());
    }
}
