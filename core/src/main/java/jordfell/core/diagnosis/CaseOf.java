package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.LineStatus;
import jordfell.core.path.PathComputer;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/**
 * Everything a rule may look at for one device at one moment.
 *
 * @param reached what its evidence came to
 * @param recent the newest observations, as they were
 */
public record CaseOf(
        DeviceFacts facts, Milestones reached, Evidence recent, DevicePath path, SecretBook secrets, Instant now) {

    /** The case that nothing but these observations makes; later ones and another line’s are left out. */
    public static CaseOf of(DeviceFacts facts, List<Observation> seen, SecretBook secrets, Instant now) {
        Evidence own = new Evidence(seen.stream()
                .filter(o -> !o.at().isAfter(now))
                .filter(facts::owns)
                .toList());
        Milestones reached = Milestones.of(own.all());
        return new CaseOf(facts, reached, own, PathComputer.compute(facts, reached, now), secrets, now);
    }

    boolean heldAt(Stop stop) {
        return path.stop(stop).state() == StopState.HELD;
    }

    /** The extension that a line has on record. */
    Optional<ExtensionFacts> extension(LineStatus line) {
        return facts.lines().stream()
                .filter(l -> l.position() == line.position())
                .findFirst()
                .flatMap(LineFacts::extension);
    }

    /** The line that has this number on record. */
    Optional<Integer> positionOf(String number) {
        return facts.lines().stream()
                .filter(l ->
                        l.extension().filter(e -> e.number().equals(number)).isPresent())
                .map(LineFacts::position)
                .findFirst();
    }

    /** The numbers on record, for a sentence; {@code none} without any. */
    String numbers() {
        List<String> numbers = facts.lines().stream()
                .flatMap(l -> l.extension().stream())
                .map(ExtensionFacts::number)
                .toList();
        return numbers.isEmpty() ? "none" : numbers.stream().collect(Collectors.joining(", "));
    }

    /** The lines that a registrar does not take, each with what it asked and was answered. */
    List<TurnedAway> turnedAway() {
        return path.lines().stream()
                .flatMap(line -> extension(line).flatMap(e -> TurnedAway.of(this, line, e)).stream())
                .toList();
    }
}
