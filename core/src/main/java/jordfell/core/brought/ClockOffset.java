package jordfell.core.brought;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;

/** How far the clock of whoever recorded is from the one here: the same messages were seen at both. */
public final class ClockOffset {

    /** On its way a message takes longer than nothing; less than this says nothing of clocks. */
    private static final Duration TELLING = Duration.ofSeconds(2);

    private final List<Duration> differences = new ArrayList<>();

    /** Compares what was seen here and there of one device. */
    public void compare(List<Observation> there, List<Observation> here) {
        Map<String, Instant> known = new HashMap<>();
        here.forEach(o -> name(o).ifPresent(name -> known.putIfAbsent(name, o.at())));
        there.forEach(o -> name(o).map(known::get).ifPresent(at -> differences.add(Duration.between(at, o.at()))));
    }

    /** Which is the same on both sides, and sent once. */
    private static Optional<String> name(Observation o) {
        return o instanceof SipSeen.Message m
                ? Optional.of(m.callId() + " " + m.message().first("CSeq").orElse("") + " "
                        + m.message().startLine())
                : Optional.empty();
    }

    /** A sentence; empty where the clocks agree, or where nothing was seen at both. */
    public Optional<String> words() {
        if (differences.isEmpty()) {
            return Optional.empty();
        }
        List<Duration> sorted = differences.stream().sorted().toList();
        Duration middle = sorted.get(sorted.size() / 2);
        if (middle.abs().compareTo(TELLING) < 0) {
            return Optional.empty();
        }
        long seconds = Math.round(middle.abs().toMillis() / 1000.0);
        String spoken = seconds < 120 ? seconds + " s" : seconds / 60 + " min " + seconds % 60 + " s";
        return Optional.of("Its clock is " + spoken + (middle.isNegative() ? " behind" : " ahead of")
                + " the one here, by " + sorted.size()
                + (sorted.size() == 1 ? " message that was" : " messages that were") + " seen at both.");
    }
}
