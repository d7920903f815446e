package jordfell.core.calls;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallStop.Kind;
import jordfell.core.calls.CallStop.Way;
import jordfell.core.calls.CallStop.When;

/** Finds out what happens when a number is called, from what is on record and who is registered now. */
public final class CallPath {

    /** A call is sent through no more places than this. */
    static final int FARTHEST = 20;

    /** All stops of one picture together: lists that branch at each stop would grow without end. */
    static final int MOST_STOPS = 2_000;

    /** What is known of where numbers lead. */
    public interface Ground {

        Optional<Callee> callee(String number);

        /** Whether a call that this number diverts may go to a number outside of the domain; empty if that is none. */
        Optional<Boolean> leadsOutside(String diverting, String target);
    }

    private final Ground ground;
    private final Set<String> onTheWay = new HashSet<>();
    private int stops;

    private CallPath(Ground ground) {
        this.ground = ground;
    }

    /** The first place to which a call for this number comes, with all that follow. */
    public static CallStop of(String number, Ground ground) {
        return new CallPath(ground).at(number, "");
    }

    /** @param from the number that sends it here; empty if it was called itself */
    private CallStop at(String number, String from) {
        Optional<Callee> callee = ground.callee(number);
        if (callee.isEmpty()) {
            return elsewhere(number, from);
        }
        String name = callee.get().name();
        if (onTheWay.size() >= FARTHEST || ++stops > MOST_STOPS) {
            return end(number, name, kind(callee.get()), DeadEnd.TOO_FAR);
        }
        if (!onTheWay.add(number)) {
            return end(number, name, kind(callee.get()), DeadEnd.LOOP);
        }
        CallStop stop = callee.get() instanceof Callee.Line line
                ? line(line)
                : callee.get() instanceof Callee.Group group
                        ? group(group)
                        : new CallStop(number, name, Kind.SERVICE, List.of(), List.of(), Optional.empty());
        onTheWay.remove(number);
        return stop;
    }

    private CallStop elsewhere(String number, String from) {
        return ground.leadsOutside(from, number)
                .map(permitted -> permitted
                        ? new CallStop(number, "", Kind.OUTSIDE, List.of(), List.of(), Optional.empty())
                        : end(number, "", Kind.OUTSIDE, DeadEnd.NOT_PERMITTED))
                .orElseGet(() -> end(number, "", Kind.NOTHING, DeadEnd.NOBODY_HAS_IT));
    }

    private CallStop line(Callee.Line line) {
        Diversions to = line.diversions();
        if (to.always().isPresent()) {
            Way always = way(When.ALWAYS, Duration.ZERO, to.always().get(), line.number(), true);
            return new CallStop(
                    line.number(), line.name(), Kind.LINE, line.ringers(), List.of(always), Optional.empty());
        }
        Optional<CallStop> also = to.also().map(target -> member(target, line.number()));
        boolean rings = line.ringers().stream().anyMatch(Ringer::rings)
                || also.filter(stop -> stop.end().isEmpty()).isPresent();
        boolean busy = !rings
                && (line.ringers().stream().anyMatch(Ringer::isBusy)
                        || also.filter(CallPath::isBusy).isPresent());
        boolean away = !rings && !busy;
        List<Way> ways = new ArrayList<>();
        also.ifPresent(stop ->
                ways.add(new Way(When.TOGETHER, Duration.ZERO, stop, stop.end().isEmpty())));
        to.busy().ifPresent(t -> ways.add(way(When.BUSY, Duration.ZERO, t, line.number(), busy)));
        to.unanswered().ifPresent(t -> ways.add(way(When.UNANSWERED, to.after(), t, line.number(), rings)));
        to.unreachable().ifPresent(t -> ways.add(way(When.UNREACHABLE, Duration.ZERO, t, line.number(), away)));
        boolean goesOn = rings || ways.stream().anyMatch(Way::now);
        return new CallStop(
                line.number(),
                line.name(),
                Kind.LINE,
                line.ringers(),
                ways,
                goesOn ? Optional.empty() : Optional.of(why(line, busy)));
    }

    /** Whether any device there says that it is busy. */
    private static boolean isBusy(CallStop stop) {
        return stop.ringers().stream().anyMatch(Ringer::isBusy)
                || stop.ways().stream().anyMatch(way -> way.when() == When.MEMBER && isBusy(way.to()));
    }

    private static DeadEnd why(Callee.Line line, boolean busy) {
        return line.ringers().isEmpty() ? DeadEnd.NO_DEVICE : busy ? DeadEnd.BUSY : DeadEnd.NOT_REGISTERED;
    }

    /** Its members’ devices ring; where members divert their own calls is left alone. Those that don’t ring take no turn. */
    private CallStop group(Callee.Group group) {
        List<Way> ways = new ArrayList<>();
        Duration turn = Duration.ZERO;
        Duration all = Duration.ZERO;
        for (String member : group.members()) {
            CallStop stop = member(member, group.number());
            boolean rings = stop.end().isEmpty();
            ways.add(new Way(When.MEMBER, turn, stop, rings));
            all = !rings ? all : group.together() ? group.each() : all.plus(group.each());
            turn = group.together() ? Duration.ZERO : all;
        }
        Duration after = all;
        group.afterwards().ifPresent(t -> ways.add(way(When.AFTERWARDS, after, t, group.number(), true)));
        Optional<DeadEnd> end = ways.stream().anyMatch(Way::now)
                ? Optional.empty()
                : Optional.of(group.members().isEmpty() ? DeadEnd.EMPTY_GROUP : DeadEnd.NOT_REGISTERED);
        return new CallStop(group.number(), group.name(), Kind.GROUP, List.of(), ways, end);
    }

    private CallStop member(String number, String group) {
        Optional<Callee> callee = ground.callee(number);
        if (callee.isPresent() && callee.get() instanceof Callee.Group inner) {
            return within(inner);
        }
        if (callee.isEmpty() || !(callee.get() instanceof Callee.Line line)) {
            return at(number, group);
        }
        boolean rings = line.ringers().stream().anyMatch(Ringer::rings);
        boolean busy = line.ringers().stream().anyMatch(Ringer::isBusy);
        return new CallStop(
                number,
                line.name(),
                Kind.LINE,
                line.ringers(),
                List.of(),
                rings ? Optional.empty() : Optional.of(why(line, busy)));
    }

    /** All members of a group that is a member ring when its turn comes; what else is said of it counts where it is called itself. */
    private CallStop within(Callee.Group inner) {
        if (++stops > MOST_STOPS) {
            return end(inner.number(), inner.name(), Kind.GROUP, DeadEnd.TOO_FAR);
        }
        if (!onTheWay.add(inner.number())) {
            return end(inner.number(), inner.name(), Kind.GROUP, DeadEnd.LOOP);
        }
        List<Way> ways = new ArrayList<>();
        for (String member : inner.members()) {
            CallStop stop = member(member, inner.number());
            ways.add(new Way(When.MEMBER, Duration.ZERO, stop, stop.end().isEmpty()));
        }
        onTheWay.remove(inner.number());
        Optional<DeadEnd> end =
                ways.stream().anyMatch(Way::now) ? Optional.empty() : Optional.of(DeadEnd.NOT_REGISTERED);
        return new CallStop(inner.number(), inner.name(), Kind.GROUP, List.of(), ways, end);
    }

    private Way way(When when, Duration after, String target, String from, boolean now) {
        return new Way(when, after, at(target, from), now);
    }

    private static CallStop end(String number, String name, Kind kind, DeadEnd end) {
        return new CallStop(number, name, kind, List.of(), List.of(), Optional.of(end));
    }

    private static Kind kind(Callee callee) {
        return callee instanceof Callee.Line ? Kind.LINE : callee instanceof Callee.Group ? Kind.GROUP : Kind.SERVICE;
    }
}
