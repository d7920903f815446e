package jordfell.core.path;

import java.util.Comparator;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;

/** <em>Holding</em>: it refreshed in time at least once, and answers OPTIONS where it says it is. */
final class HoldingStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        if (!j.passed(Stop.ACCEPTED)) {
            return StopReport.notSeen(Stop.HOLDING);
        }
        Optional<LineStatus> lapsed =
                j.lines().stream().filter(l -> l.lapsed(j.now())).findFirst();
        if (lapsed.isPresent()) {
            return ended(lapsed.get());
        }
        Optional<LineStatus> deaf =
                j.lines().stream().filter(l -> !l.answersPings()).findFirst();
        if (deaf.isPresent()) {
            return StopReport.held(
                    Stop.HOLDING,
                    deaf.get().reached().ping().orElseThrow().since(),
                    j.on(deaf.get()) + "does not answer OPTIONS");
        }
        return j.lines().stream()
                .filter(l -> !l.refreshed())
                .findFirst()
                .map(line -> due(j, line))
                .orElseGet(() -> holds(j));
    }

    private static StopReport ended(LineStatus line) {
        return new StopReport(
                Stop.HOLDING,
                StopState.NOT_SEEN,
                line.endedAt(),
                Optional.empty(),
                line.takenBack()
                        ? "its registration was taken back, and no other came"
                        : "its registration ran out, and no other came");
    }

    private static StopReport due(Journey j, LineStatus line) {
        BindingChanged binding = line.binding().orElseThrow();
        return StopReport.waiting(
                Stop.HOLDING,
                binding.at(),
                binding.expiresAt(),
                j.now(),
                j.on(line) + "first refresh is due",
                j.on(line) + "was not refreshed");
    }

    private static StopReport holds(Journey j) {
        return StopReport.passed(
                Stop.HOLDING,
                j.lines().stream()
                        .map(l -> l.binding().orElseThrow().at())
                        .max(Comparator.naturalOrder())
                        .orElse(j.now()),
                "refreshed, and answers OPTIONS");
    }
}
