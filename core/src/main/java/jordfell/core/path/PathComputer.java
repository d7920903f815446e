package jordfell.core.path;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.milestone.Milestones;

/**
 * Computes a device's path from its records and from what it reached up to a moment: nine stops, each its own class.
 *
 * <p>The path follows what was last <em>released</em>: a change that was not released shows in the tray and does not
 * take dial tone away from a phone that has it.
 */
public final class PathComputer {

    private static final List<StopRule> STOPS = List.of(
            new KnownStop(),
            new BoundStop(),
            new ReleasedStop(),
            new FetchedStop(),
            new LocatedStop(),
            new HeardStop(),
            new AcceptedStop(),
            new HoldingStop(),
            new ProvenStop());

    private PathComputer() {}

    /** The path at the given moment, out of what was reached by then. */
    public static DevicePath compute(DeviceFacts facts, Milestones reached, Instant now) {
        Journey journey = Journey.of(facts, reached, now);
        if (facts.standing() != Standing.IN_USE) {
            return idle(journey);
        }
        STOPS.forEach(rule -> journey.stops().add(rule.report(journey)));
        Stop at = journey.stops().stream()
                .filter(s -> s.state() != StopState.PASSED && s.state() != StopState.NOT_NEEDED)
                .map(StopReport::stop)
                .findFirst()
                .orElse(Stop.PROVEN);
        return new DevicePath(journey.stops(), journey.lines(), condition(journey, at), at, recheckAt(journey));
    }

    /** A device that is not in use needs no dial tone. */
    private static DevicePath idle(Journey journey) {
        List<StopReport> stops = new ArrayList<>();
        stops.add(new KnownStop().report(journey));
        for (Stop stop : Stop.values()) {
            if (stop != Stop.KNOWN) {
                stops.add(StopReport.notNeeded(
                        stop, journey.facts().standing() == Standing.SPARE ? "a spare" : "retired"));
            }
        }
        return new DevicePath(stops, journey.lines(), Condition.PARKED, Stop.BOUND, Optional.empty());
    }

    private static Condition condition(Journey journey, Stop at) {
        StopState state = journey.state(at);
        if (state == StopState.HELD) {
            return Condition.HELD;
        }
        if (journey.facts().released().isEmpty() && !journey.facts().byHand() || at == Stop.KNOWN) {
            return Condition.PARKED;
        }
        if (at == Stop.HOLDING && journey.lines().stream().anyMatch(l -> l.lapsed(journey.now()))) {
            return Condition.SILENT;
        }
        if (at == Stop.PROVEN) {
            return state == StopState.PASSED ? Condition.PROVEN : Condition.CARRYING;
        }
        return Condition.UNDER_WAY;
    }

    private static Optional<Instant> recheckAt(Journey journey) {
        Stream<Instant> due = journey.stops().stream().flatMap(s -> s.dueBy().stream());
        Stream<Instant> ends = journey.lines().stream()
                .filter(l -> l.bindingLive(journey.now()))
                .flatMap(l -> l.endedAt().stream());
        Stream<Instant> signs = journey.lines().stream()
                .filter(l -> l.lapsed(journey.now()))
                .flatMap(l -> Stream.of(l.triesAgainBy(), l.showsItselfBy(journey.facts(), journey.reached())))
                .flatMap(Optional::stream);
        Stream<Instant> lamps =
                LampStatus.of(journey.facts(), journey.reached(), journey.lines(), journey.now()).stream()
                        .flatMap(LampStatus::moments);
        Stream<Instant> books =
                BookStatus.of(journey.facts(), journey.reached(), journey.lines(), journey.now()).stream()
                        .flatMap(BookStatus::moments);
        return Stream.of(due, ends, signs, lamps, books)
                .flatMap(s -> s)
                .filter(t -> t.isAfter(journey.now()))
                .min(Comparator.naturalOrder());
    }
}
