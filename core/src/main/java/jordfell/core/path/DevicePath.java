package jordfell.core.path;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A device's way to dial tone at one moment.
 *
 * @param stops all nine, in order
 * @param lines how each of its lines stands
 * @param at the stop that the condition speaks of: the first that is not passed, or the last one
 * @param recheckAt when the passing of time alone may change the answer
 */
public record DevicePath(
        List<StopReport> stops, List<LineStatus> lines, Condition condition, Stop at, Optional<Instant> recheckAt) {

    public DevicePath {
        stops = List.copyOf(stops);
        lines = List.copyOf(lines);
    }

    public StopReport stop(Stop stop) {
        return stops.get(stop.place());
    }

    /** One letter a stop: p passed, w waiting, h held, n not seen, - not needed. */
    public String rail() {
        StringBuilder rail = new StringBuilder();
        stops.forEach(report -> rail.append(
                switch (report.state()) {
                    case PASSED -> 'p';
                    case WAITING -> 'w';
                    case HELD -> 'h';
                    case NOT_SEEN -> 'n';
                    case NOT_NEEDED -> '-';
                }));
        return rail.toString();
    }
}
