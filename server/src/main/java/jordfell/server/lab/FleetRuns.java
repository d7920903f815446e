package jordfell.server.lab;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jordfell.core.planning.PowerCut;
import jordfell.lab.run.FleetPlan;
import jordfell.lab.run.FleetRun;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Runs a planned fleet beside everything else, one at a time: power comes back, and then all is as usual. */
@Component
class FleetRuns {

    private static final Logger log = LoggerFactory.getLogger(FleetRuns.class);

    /** As many phones for as many hours take about half a minute. */
    private static final double MOST_PHONE_HOURS = 10_000;

    private static final Duration CHUNK = Duration.ofSeconds(10);
    private static final Duration GIVEN_UP_AFTER = Duration.ofMinutes(30);

    /**
     * What came of it.
     *
     * @param back REGISTER requests a second in the worst five seconds after the power came back
     * @param recoverSeconds until all were registered; empty if that never was in half an hour
     * @param steady registrations a second when all was as usual
     * @param steadyRequests REGISTER requests a second then
     */
    record Found(double back, @Nullable Double recoverSeconds, double steady, double steadyRequests) {}

    /** One run, until it is over; {@code done} is the share of it, 0 to 1. */
    static final class Run {
        final FleetPlan plan;
        final PowerCut sums;
        volatile double done;
        volatile boolean isCancelled;
        volatile @Nullable Found found;
        volatile boolean failed;

        Run(FleetPlan plan) {
            this.plan = plan;
            this.sums = PowerCut.of(
                    plan.phones(),
                    plan.expirySeconds(),
                    plan.refreshPercent(),
                    plan.spreadSeconds(),
                    plan.capacity() * plan.nodes());
        }

        boolean isOver() {
            return isCancelled || failed || found != null;
        }
    }

    private final ExecutorService worker = Executors.newSingleThreadExecutor(work -> {
        Thread thread = new Thread(work, "fleet-run");
        thread.setDaemon(true);
        return thread;
    });
    private Optional<Run> last = Optional.empty();

    /** The one that runs, or ran last. */
    synchronized Optional<Run> last() {
        return last;
    }

    synchronized Run begin(FleetPlan plan) {
        plan.refuse().ifPresent(why -> {
            String[] parts = why.split(": ", 2);
            throw RefusedException.field("/" + parts[0], "That can’t be.", parts[1]);
        });
        double hours = plan.phones() * length(plan).toSeconds() / 3_600.0;
        if (hours > MOST_PHONE_HOURS) {
            throw RefusedException.field(
                    "/phones",
                    "To run " + plan.phones() + " phones for that long takes too long here.",
                    "At most " + (int) (MOST_PHONE_HOURS * 3_600 / length(plan).toSeconds())
                            + " with this expiry, or a shorter expiry: the sums hold for any number.");
        }
        if (last.filter(run -> !run.isOver()).isPresent()) {
            throw RefusedException.field("/", "Another fleet runs.", "Wait for it, or stop it.");
        }
        Run run = new Run(plan);
        last = Optional.of(run);
        worker.execute(() -> go(run));
        return run;
    }

    synchronized void cancel() {
        last.ifPresent(run -> run.isCancelled = true);
    }

    @PreDestroy
    void close() {
        cancel();
        worker.shutdownNow();
    }

    private static Duration refresh(FleetPlan plan) {
        return Duration.ofSeconds((long) plan.expirySeconds() * plan.refreshPercent() / 100);
    }

    /** Until all are back, and one refresh more in which it is counted. */
    private static Duration length(FleetPlan plan) {
        return refresh(plan).multipliedBy(2).plusSeconds(plan.spreadSeconds());
    }

    private static void go(Run run) {
        try {
            FleetRun fleet = new FleetRun(run.plan);
            Instant begins = fleet.now();
            fleet.powerAll();
            double whole = length(run.plan).toSeconds();
            Optional<Double> back = Optional.empty();
            while (!run.isCancelled && passed(fleet, begins) < whole) {
                fleet.run(CHUNK);
                if (back.isEmpty() && fleet.registered() == run.plan.phones()) {
                    back = Optional.of(recovered(fleet, begins, run.plan.phones()));
                }
                run.done = Math.min(1, passed(fleet, begins) / whole);
            }
            while (!run.isCancelled && back.isEmpty() && passed(fleet, begins) < GIVEN_UP_AFTER.toSeconds()) {
                fleet.run(CHUNK);
                if (fleet.registered() == run.plan.phones()) {
                    back = Optional.of(recovered(fleet, begins, run.plan.phones()));
                }
            }
            if (!run.isCancelled) {
                run.found = found(run.plan, fleet, begins, back);
            }
        } catch (RuntimeException e) {
            log.error("A fleet could not be run", e);
            run.failed = true;
        }
    }

    private static Found found(FleetPlan plan, FleetRun fleet, Instant begins, Optional<Double> back) {
        List<FleetRun.Second> all = fleet.since(begins);
        double most = 0;
        for (int i = 0; i + 5 <= Math.min(all.size(), plan.spreadSeconds() + 120); i++) {
            most = Math.max(
                    most,
                    all.subList(i, i + 5).stream()
                                    .mapToInt(FleetRun.Second::requests)
                                    .sum()
                            / 5.0);
        }
        List<FleetRun.Second> usual = fleet.since(fleet.now().minus(refresh(plan)));
        double seconds = Math.max(1, usual.size());
        return new Found(
                most,
                back.orElse(null),
                usual.stream().mapToInt(FleetRun.Second::accepted).sum() / seconds,
                usual.stream().mapToInt(FleetRun.Second::requests).sum() / seconds);
    }

    private static double recovered(FleetRun fleet, Instant begins, int phones) {
        List<FleetRun.Second> all = fleet.since(begins);
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).registered() == phones) {
                return i + 1;
            }
        }
        return all.size();
    }

    private static double passed(FleetRun fleet, Instant begins) {
        return Duration.between(begins, fleet.now()).toSeconds();
    }
}
