package jordfell.core.diagnosis;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.path.Condition;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;

/** <em>unexplained-hold</em>: nobody is held in silence. What was seen is told in order, what was not, and what would tell more. */
final class UnexplainedHold {

    private UnexplainedHold() {}

    static List<Finding> of(CaseOf device) {
        return device.path().condition() == Condition.HELD
                ? List.of(hold(device, device.path().stop(device.path().at())))
                : List.of();
    }

    private static Finding hold(CaseOf device, StopReport at) {
        String stop = spoken(at.stop());
        List<String> seen = device.path().stops().stream()
                .filter(s -> s.state() == StopState.PASSED && s.stop().place() > Stop.RELEASED.place())
                .map(s -> spoken(s.stop()) + ": " + s.evidence())
                .toList();
        return Finding.possible(
                        Cause.UNEXPLAINED_HOLD,
                        "It is held at " + stop + ", and why is not known yet.",
                        whatTellsMore(at.stop(), device.facts().site()))
                .variant(stop)
                .brief("not explained yet: " + at.evidence())
                .detail((seen.isEmpty() ? "" : "Seen, in order: " + String.join("; ", seen) + ". ") + "Then: "
                        + at.evidence() + ".")
                .since(at.since().orElse(device.now()))
                .shownBy(Stream.concat(seen.stream(), Stream.of(at.evidence())).collect(Collectors.toList()))
                .remedies(Remedy.advice("Look at what was seen below, and compare it with one like it that works."));
    }

    private static String whatTellsMore(Stop stop, String site) {
        return switch (stop) {
            case LOCATED ->
                "What the name server of " + site + " was asked; look-ups that go elsewhere are not seen here.";
            case HEARD, ACCEPTED -> "A capture at the router of " + site + ", or the phone’s own log.";
            case HOLDING -> "The time of its next refresh, and from which address it comes.";
            default -> "The phone’s own log.";
        };
    }

    private static String spoken(Stop stop) {
        return stop.name().charAt(0) + stop.name().substring(1).toLowerCase(Locale.ROOT);
    }
}
