package jordfell.core.calls;

import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.CallStop.DeadEnd;

/** Says what rings when a call comes now. */
public final class CallSentence {

    private CallSentence() {}

    /** In one sentence, of a call that comes to this stop first. */
    public static String of(CallStop first) {
        Ringing ringing = Ringing.of(first);
        if (!ringing.reachesAnybody()) {
            return "It rings nothing: " + why(trouble(first)) + ".";
        }
        List<String> parts = new ArrayList<>();
        together(ringing).forEach((from, labels) -> parts.add(after(from) + "rings " + named(labels)));
        ringing.answering()
                .ifPresent(stop -> parts.add((parts.isEmpty() ? "" : "then ")
                        + (stop.name().isEmpty()
                                ? "goes out to " + stop.number()
                                : "is answered by the " + stop.name())));
        return "It " + String.join(", ", parts) + ".";
    }

    /** Why a way ends, in a few words. */
    public static String why(CallTrouble trouble) {
        List<String> way = trouble.way();
        String last = way.get(way.size() - 1);
        return switch (trouble.end()) {
            case LOOP -> "it goes round, " + String.join(" → ", way);
            case UNASSIGNED -> "the number is given to nobody";
            case NOBODY_HAS_IT -> "nobody has " + last;
            case NO_DEVICE -> last + " is on no device";
            case NOT_REGISTERED -> "nothing is registered as " + last;
            case BUSY -> last + " is busy";
            case NOT_PERMITTED -> way.get(Math.max(0, way.size() - 2)) + " may not call " + last;
            case EMPTY_GROUP -> last + " has no members";
            case TOO_FAR -> "it is sent on more than " + CallPath.FARTHEST + " times";
        };
    }

    private static CallTrouble trouble(CallStop first) {
        return CallTrouble.in(first).stream()
                .filter(CallTrouble::now)
                .findFirst()
                .orElseGet(
                        () -> new CallTrouble(List.of(first.number()), Optional.empty(), DeadEnd.NOT_REGISTERED, true));
    }

    private static String after(Duration from) {
        return from.isZero() ? "" : "after " + from.toSeconds() + " s ";
    }

    /** What rings from when on, in the order in which the call comes there. */
    private static Map<Duration, List<String>> together(Ringing ringing) {
        Map<Duration, List<String>> byTime = new LinkedHashMap<>();
        ringing.rung()
                .forEach(rung -> byTime.computeIfAbsent(rung.from(), f -> new ArrayList<>())
                        .add(rung.device().label()));
        ringing.alongside()
                .forEach(out -> byTime.computeIfAbsent(out.from(), f -> new ArrayList<>())
                        .add(out.number() + " outside"));
        return byTime;
    }

    private static String named(List<String> all) {
        List<String> labels = all.stream().distinct().toList();
        return labels.size() <= 2
                ? String.join(" and ", labels)
                : labels.get(0) + " and " + (labels.size() - 1) + " others";
    }
}
