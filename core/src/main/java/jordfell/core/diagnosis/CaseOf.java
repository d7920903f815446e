package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
import jordfell.core.sip.DigestAnswer;
import org.jspecify.annotations.Nullable;

/** Everything a rule may look at for one device at one moment. Not safe for use by several threads. */
public final class CaseOf {

    private final DeviceFacts facts;
    private final Milestones reached;
    private final Evidence recent;
    private final DevicePath path;
    private final SecretBook secrets;
    private final Neighbours neighbours;
    private final Instant now;

    /** Found out once, for the many rules that ask. */
    private @Nullable List<TurnedAway> turnedAway;

    private record Answered(DigestAnswer answer, String number) {}

    private final Map<Answered, PasswordUsed> used = new HashMap<>();

    public CaseOf(
            DeviceFacts facts, Milestones reached, Evidence recent, DevicePath path, SecretBook secrets, Instant now) {
        this(facts, reached, recent, path, secrets, Neighbours.NONE, now);
    }

    public CaseOf(
            DeviceFacts facts,
            Milestones reached,
            Evidence recent,
            DevicePath path,
            SecretBook secrets,
            Neighbours neighbours,
            Instant now) {
        this.neighbours = neighbours;
        this.facts = facts;
        this.reached = reached;
        this.recent = recent;
        this.path = path;
        this.secrets = secrets;
        this.now = now;
    }

    public DeviceFacts facts() {
        return facts;
    }

    /** What its evidence came to. */
    public Milestones reached() {
        return reached;
    }

    /** The newest observations, as they were. */
    public Evidence recent() {
        return recent;
    }

    public DevicePath path() {
        return path;
    }

    public SecretBook secrets() {
        return secrets;
    }

    /** What is heard of others. */
    public Neighbours neighbours() {
        return neighbours;
    }

    public Instant now() {
        return now;
    }

    /** The case that nothing but these observations makes; later ones and another line’s are left out. */
    public static CaseOf of(DeviceFacts facts, List<Observation> seen, SecretBook secrets, Instant now) {
        Evidence own = new Evidence(seen.stream()
                .filter(o -> !o.at().isAfter(now))
                .filter(facts::owns)
                .toList());
        Milestones reached = Milestones.of(own.all());
        return new CaseOf(facts, reached, own, PathComputer.compute(facts, reached, now), secrets, now);
    }

    /** Whether all of its lines are registered now: one whose registration ran out has passed that stop all the same. */
    boolean isRegistered() {
        return path.stop(Stop.ACCEPTED).state() == StopState.PASSED
                && path.lines().stream().allMatch(line -> line.accepted(now));
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

    /** Which password gave an answer for a number of this device: several rules ask, and to find it out takes a while. */
    PasswordUsed used(DigestAnswer answer, String number) {
        return used.computeIfAbsent(new Answered(answer, number), asked -> secrets.used(answer, number));
    }

    /** The lines that a registrar does not take, each with what it asked and was answered. */
    List<TurnedAway> turnedAway() {
        List<TurnedAway> known = turnedAway;
        if (known == null) {
            known = path.lines().stream()
                    .flatMap(line -> extension(line).flatMap(e -> TurnedAway.of(this, line, e)).stream())
                    .toList();
            turnedAway = known;
        }
        return known;
    }
}
