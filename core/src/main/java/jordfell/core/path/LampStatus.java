package jordfell.core.path;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.milestone.Fetches;
import jordfell.core.milestone.Milestones;
import jordfell.core.milestone.Watch;
import jordfell.core.path.DeviceFacts.LampFacts;

/**
 * How one lamp of a device stands: by its subscription, which is the only way in which a phone learns whether another is busy
 * (RFC 4235).
 *
 * @param watch its subscription, if it ever asked for one with the configuration that it has
 * @param askedBy by when it would have asked
 */
public record LampStatus(LampFacts lamp, Optional<Watch> watch, Instant askedBy) {

    /** From its registration to its last key. */
    static final Duration USUAL_ASKING = Duration.ofMinutes(2);

    /** A refresh may come late by as much. */
    private static final Duration GRACE = Duration.ofSeconds(32);

    /**
     * The lamps of a device that is registered and has what its records say; none of any other, since whether those are dark
     * says nothing.
     */
    public static List<LampStatus> of(DeviceFacts facts, Milestones reached, List<LineStatus> lines, Instant now) {
        Optional<Instant> registered = lines.stream()
                .filter(line -> line.accepted(now))
                .flatMap(line -> line.reached().acceptedSince().stream())
                .findFirst();
        if (registered.isEmpty() || facts.byHand() || facts.pending()) {
            return List.of();
        }
        Instant begin = Stream.concat(registered.stream(), reached.fetches().taken().map(Fetches.Taken::since).stream())
                .max(Instant::compareTo)
                .orElseThrow();
        return facts.lamps().stream()
                .map(lamp -> new LampStatus(lamp, reached.watch(Watch.CALLS, lamp.number()), begin.plus(USUAL_ASKING)))
                .toList();
    }

    /** Why it is refused, as the answer says it. */
    public Optional<String> refusal() {
        return watch.flatMap(Watch::refusal);
    }

    /** It never asked, and would have by now. */
    public boolean neverAsked(Instant now) {
        return watch.isEmpty() && !askedBy.isAfter(now);
    }

    /** It was told once, and let that run out. */
    public boolean ranOut(Instant now) {
        return refusal().isEmpty() && ends().filter(end -> !end.isAfter(now)).isPresent();
    }

    /** When it is told no more unless it asks again. */
    public Optional<Instant> ends() {
        return watch.flatMap(Watch::until).map(end -> end.plus(GRACE));
    }

    /** When the passing of time alone may make it dark. */
    Stream<Instant> moments() {
        return watch.isEmpty() ? Stream.of(askedBy) : ends().stream();
    }
}
