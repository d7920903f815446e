package jordfell.server.rehearsal;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.scenario.Scenario;
import jordfell.lab.scenario.Score;
import jordfell.server.lab.LabFaults;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Scenarios that are ready to be run in the Lab, and the one that runs. */
@RestController
@RequestMapping(path = "/api/lab/scenario", produces = "application/json")
class RehearsalController {

    record ScenarioView(Scenario scenario, FaultKind.Where where, String title, String story, String finds) {

        static ScenarioView of(Scenario s) {
            return new ScenarioView(s, s.where(), s.title(), s.story(), s.finds());
        }
    }

    /**
     * The one that runs, and how it is told so far, in devices.
     *
     * @param reached how many devices it reaches that were well before
     * @param elsewhere of how many that it does not reach something new is told
     */
    record RunningView(
            ScenarioView of,
            String place,
            Instant since,
            int reached,
            int found,
            int missed,
            int otherwise,
            int elsewhere) {}

    record ScenarioBoard(List<ScenarioView> ready, @Nullable RunningView running) {}

    record ScenarioWish(
            @Nullable Scenario scenario, @Nullable String key) {}

    private final Rehearsals rehearsals;
    private final LabFaults faults;

    RehearsalController(Rehearsals rehearsals, LabFaults faults) {
        this.rehearsals = rehearsals;
        this.faults = faults;
    }

    @GetMapping
    ScenarioBoard board() {
        return new ScenarioBoard(
                Arrays.stream(Scenario.values()).map(ScenarioView::of).toList(),
                rehearsals.running().map(this::view).orElse(null));
    }

    private RunningView view(Rehearsal rehearsal) {
        Score score = rehearsals.score(rehearsal);
        return new RunningView(
                ScenarioView.of(rehearsal.scenario()),
                rehearsal.place(),
                rehearsal.since(),
                rehearsal.reached().size(),
                score.found().size(),
                score.missed().size(),
                score.otherwise().size(),
                score.elsewhere().size());
    }

    @PostMapping
    void begin(@RequestBody ScenarioWish wish) {
        Scenario scenario = wish.scenario();
        if (scenario == null) {
            throw RefusedException.field("/scenario", "Nothing is to be run.", "Choose a scenario.");
        }
        rehearsals.begin(scenario, faults.place(scenario.where(), wish.key()));
    }

    @DeleteMapping
    void end() {
        rehearsals.end();
    }
}
