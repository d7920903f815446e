package jordfell.core.path;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.milestone.Fetches.Taken;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;

/** What a stop is decided by: the records, what was reached, the moment, and the stops before it. */
record Journey(DeviceFacts facts, Milestones reached, Instant now, List<LineStatus> lines, List<StopReport> stops) {

    /** From one stop to the next once the phone has its configuration. */
    static final Duration USUAL_STEP = Duration.ofSeconds(40);

    static Journey of(DeviceFacts facts, Milestones reached, Instant now) {
        List<LineStatus> lines = facts.lines().stream()
                .filter(line -> line.extension().isPresent())
                .map(line -> {
                    String number = line.extension().get().number();
                    return new LineStatus(line.position(), number, reached.line(number));
                })
                .toList();
        return new Journey(facts, reached, now, lines, new ArrayList<>());
    }

    StopState state(Stop stop) {
        return stops.get(stop.place()).state();
    }

    boolean passed(Stop stop) {
        return state(stop) == StopState.PASSED;
    }

    Optional<Instant> since(Stop stop) {
        return stops.get(stop.place()).since();
    }

    /** The released configuration, once the device has it. */
    Optional<Taken> taken() {
        return reached.fetches()
                .taken()
                .filter(t -> facts.released()
                        .filter(release -> release.revision().id().equals(t.revision()))
                        .isPresent());
    }

    /** From when on what is seen counts: since it has the released configuration, or since it was enrolled if it needs none. */
    Optional<Instant> begin() {
        return facts.byHand() ? Optional.of(facts.enrolledAt()) : taken().map(Taken::since);
    }

    String numbers() {
        return facts.lines().stream()
                .map(LineFacts::extension)
                .flatMap(Optional::stream)
                .map(ExtensionFacts::number)
                .collect(Collectors.joining(", "));
    }

    /** Names the line only where there is more than one. */
    String on(LineStatus line) {
        return lines.size() > 1 ? "line " + line.position() + ": " : "";
    }
}
