package jordfell.server.lab;

import jordfell.core.planning.PowerCut;
import jordfell.lab.run.FleetPlan;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What registering costs a domain’s nodes: by sums, and by running a fleet. */
@RestController
@RequestMapping(path = "/api/lab/plan", produces = "application/json")
class FleetRunController {

    private static final long SEED = 1;

    /** @param capacity requests a second that each node takes; 0 for as many as come */
    record FleetWish(
            @Nullable String domain,
            int phones,
            int expirySeconds,
            int refreshPercent,
            int retrySeconds,
            int spreadSeconds,
            int capacity) {}

    /**
     * The run that goes on or went on last, beside the sums.
     *
     * @param done how much of it is over, 0 to 1
     * @param cure what to change, by the sums; empty if it holds
     */
    record FleetView(
            FleetWish plan, PowerCut sums, String cure, double done, boolean over, FleetRuns.@Nullable Found found) {}

    record FleetBoard(@Nullable FleetView last) {}

    private final FleetRuns runs;
    private final DomainStore domains;
    private @Nullable String domain;

    FleetRunController(FleetRuns runs, DomainStore domains) {
        this.runs = runs;
        this.domains = domains;
    }

    @GetMapping
    FleetBoard board() {
        return new FleetBoard(
                runs.last().filter(run -> !run.isCancelled).map(this::view).orElse(null));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.ACCEPTED)
    FleetView begin(@RequestBody FleetWish wish) {
        int nodes = domains.all().stream()
                .filter(d -> d.name().equals(wish.domain()))
                .map(d -> d.nodes().size())
                .findFirst()
                .orElseThrow(() -> RefusedException.field("/domain", "There is no such domain.", "Choose one."));
        FleetRuns.Run run = runs.begin(new FleetPlan(
                wish.phones(),
                wish.expirySeconds(),
                wish.refreshPercent(),
                wish.retrySeconds(),
                wish.spreadSeconds(),
                Math.max(1, Math.min(8, nodes)),
                wish.capacity(),
                SEED));
        domain = wish.domain();
        return view(run);
    }

    @DeleteMapping
    void cancel() {
        runs.cancel();
    }

    private FleetView view(FleetRuns.Run run) {
        FleetPlan plan = run.plan;
        return new FleetView(
                new FleetWish(
                        domain,
                        plan.phones(),
                        plan.expirySeconds(),
                        plan.refreshPercent(),
                        plan.retrySeconds(),
                        plan.spreadSeconds(),
                        plan.capacity()),
                run.sums,
                run.sums.cure(plan.spreadSeconds(), plan.expirySeconds()),
                run.done,
                run.isOver(),
                run.found);
    }
}
