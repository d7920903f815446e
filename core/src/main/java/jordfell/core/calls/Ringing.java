package jordfell.core.calls;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.calls.CallStop.Kind;
import jordfell.core.calls.CallStop.Way;
import jordfell.core.calls.CallStop.When;

/**
 * What rings when a call comes now and nobody picks it up.
 *
 * @param rung in the order in which the call comes to them
 * @param alongside what rings outside of the domain together with devices of it
 * @param answering what answers by itself on the way, or outside of the domain; the first of them
 * @param end the last place to which it comes
 */
public record Ringing(List<Rung> rung, List<Alongside> alongside, Optional<CallStop> answering, CallStop end) {

    /**
     * A device that rings.
     *
     * @param from after the call came
     * @param until when it goes on elsewhere; empty if it rings until the caller gives up
     */
    public record Rung(String number, Ringer device, Duration from, Optional<Duration> until) {}

    /** A number outside that rings from then on. */
    public record Alongside(String number, Duration from) {}

    /** By the stops of its path. */
    public static Ringing of(CallStop first) {
        Walk walk = new Walk();
        CallStop end = walk.at(first, Duration.ZERO, Optional.empty());
        return new Ringing(List.copyOf(walk.rung), List.copyOf(walk.alongside), walk.answering, end);
    }

    /** Whether anybody can answer: a device rings, or something answers by itself. */
    public boolean reachesAnybody() {
        return !rung.isEmpty() || !alongside.isEmpty() || answering.isPresent();
    }

    private static final class Walk {

        private final List<Rung> rung = new ArrayList<>();
        private final List<Alongside> alongside = new ArrayList<>();
        private Optional<CallStop> answering = Optional.empty();

        /** @param until when whoever sent the call here takes it back */
        CallStop at(CallStop stop, Duration at, Optional<Duration> until) {
            if (until.filter(u -> u.compareTo(at) <= 0).isPresent()) {
                return stop;
            }
            boolean answers = stop.kind() == Kind.SERVICE || stop.kind() == Kind.OUTSIDE;
            if (answers && stop.end().isEmpty() && answering.isEmpty()) {
                answering = Optional.of(stop);
            }
            List<Way> ways = stop.ways().stream().filter(Way::now).toList();
            ring(stop, at, earlier(until, unanswered(ways).map(at::plus)), ways);
            CallStop last = stop;
            for (Way way : ways) {
                Duration then = at.plus(way.after());
                if (way.when() == When.MEMBER) {
                    at(way.to(), then, earlier(until, turnEnd(ways, way).map(at::plus)));
                } else if (way.when() == When.TOGETHER && way.to().kind() == Kind.OUTSIDE) {
                    alongside.add(new Alongside(way.to().number(), then));
                } else if (way.when() == When.TOGETHER) {
                    at(way.to(), then, earlier(until, unanswered(ways).map(at::plus)));
                } else {
                    last = at(way.to(), then, until);
                }
            }
            return last;
        }

        private void ring(CallStop stop, Duration at, Optional<Duration> until, List<Way> ways) {
            boolean isDiverted = ways.stream().anyMatch(w -> w.when() == When.ALWAYS);
            if (!isDiverted) {
                stop.ringers().stream()
                        .filter(Ringer::rings)
                        .forEach(device -> rung.add(new Rung(stop.number(), device, at, until)));
            }
        }

        private static Optional<Duration> unanswered(List<Way> ways) {
            return ways.stream()
                    .filter(w -> w.when() == When.UNANSWERED)
                    .map(Way::after)
                    .findFirst();
        }

        /** When the turn of a member is over: where the next one begins, or the call goes on; empty if neither comes. */
        private static Optional<Duration> turnEnd(List<Way> ways, Way member) {
            return ways.stream()
                    .map(Way::after)
                    .filter(after -> after.compareTo(member.after()) > 0)
                    .min(Duration::compareTo);
        }

        private static Optional<Duration> earlier(Optional<Duration> a, Optional<Duration> b) {
            return a.isEmpty() ? b : b.isEmpty() || a.get().compareTo(b.get()) <= 0 ? a : b;
        }
    }
}
