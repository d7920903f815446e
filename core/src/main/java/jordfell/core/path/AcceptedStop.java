package jordfell.core.path;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.milestone.Asks;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.milestone.Refusal;

/** <em>Accepted</em>: every line has a live binding that nothing speaks against. */
final class AcceptedStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        if (!j.passed(Stop.HEARD)) {
            return StopReport.notSeen(Stop.ACCEPTED);
        }
        Optional<LineStatus> refused =
                j.lines().stream().filter(line -> line.refusal().isPresent()).findFirst();
        if (refused.isPresent()) {
            Refusal refusal = refused.get().refusal().get();
            return StopReport.held(Stop.ACCEPTED, refusal.since(), j.on(refused.get()) + refusal.answer());
        }
        List<LineStatus> missing =
                j.lines().stream().filter(line -> !line.accepted(j.now())).toList();
        if (missing.isEmpty()) {
            return registered(j);
        }
        Optional<LineMilestones> stranger = RefusedStranger.of(j.reached(), j.lines());
        if (stranger.isPresent()) {
            return StopReport.held(
                    Stop.ACCEPTED,
                    stranger.get().refusal().orElseThrow().since(),
                    stranger.get().number() + ": "
                            + stranger.get().refusal().orElseThrow().answer());
        }
        if (j.lines().stream().allMatch(line -> line.lapsed(j.now()))) {
            return ended(j);
        }
        LineStatus line = missing.get(0);
        return line.lapsed(j.now())
                ? StopReport.held(
                        Stop.ACCEPTED,
                        line.endedAt().orElse(j.now()),
                        j.on(line) + (line.takenBack() ? "logged off" : "its registration ran out"))
                : asking(j, line);
    }

    private static StopReport registered(Journey j) {
        Instant since = j.lines().stream()
                .flatMap(l -> l.reached().acceptedSince().or(() -> l.binding().map(BindingChanged::at)).stream())
                .max(Comparator.naturalOrder())
                .orElse(j.now());
        String nodes = j.lines().stream()
                .flatMap(l -> l.binding().stream())
                .map(BindingChanged::node)
                .distinct()
                .collect(Collectors.joining(", "));
        return StopReport.passed(Stop.ACCEPTED, since, j.numbers() + " registered at " + nodes);
    }

    private static StopReport ended(Journey j) {
        return StopReport.passed(
                Stop.ACCEPTED,
                j.lines().get(0).endedAt().orElse(j.now()),
                j.lines().stream().allMatch(LineStatus::takenBack)
                        ? "was registered; the registration was taken back"
                        : "was registered; the registration ran out");
    }

    private static StopReport asking(Journey j, LineStatus line) {
        Optional<Asks> asks = line.reached().asks();
        Instant since = asks.map(Asks::first).or(() -> j.since(Stop.HEARD)).orElse(j.now());
        String on = j.on(line);
        return StopReport.waiting(
                Stop.ACCEPTED,
                since,
                since.plus(Journey.USUAL_STEP),
                j.now(),
                on + asks.map(AcceptedStop::soFar).orElse("not heard yet"),
                on + asks.map(AcceptedStop::inVain).orElse("not heard"));
    }

    private static String soFar(Asks asks) {
        return asks.challenged() > 0 ? "challenged" : "asks to be registered";
    }

    private static String inVain(Asks asks) {
        if (asks.answering() > 0) {
            return "answered " + asks.answering() + (asks.answering() == 1 ? " challenge" : " challenges")
                    + (asks.challenged() > 0 ? ", and is challenged again" : ", and got no answer");
        }
        return asks.challenged() > 0
                ? "challenged, and did not answer"
                : "asked " + asks.times() + (asks.times() == 1 ? " time" : " times") + ", and got no answer";
    }
}
