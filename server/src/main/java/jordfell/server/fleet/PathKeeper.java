package jordfell.server.fleet;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.diagnosis.Finding;
import jordfell.core.history.FindingLife;
import jordfell.core.history.History;
import jordfell.core.history.LineStanding;
import jordfell.core.history.Point;
import jordfell.core.milestone.Whereabouts;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.PathComputer;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;
import jordfell.server.device.MacMakers;
import jordfell.server.history.Histories;
import jordfell.server.history.Moved;
import jordfell.server.jdbc.StoreAwayException;
import jordfell.server.keeping.DataWatch;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStateStore.DeviceState;
import jordfell.server.records.LineStateStore;
import jordfell.server.release.NotLookedAt;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/**
 * Keeps every device's path up to date: what is touched is computed again a moment later, and what only time can change
 * when its time comes.
 */
@Component
public class PathKeeper implements NotLookedAt {

    private static final Logger log = LoggerFactory.getLogger(PathKeeper.class);
    private static final int MOST_IN_MIND = 120_000;
    private static final Duration BREATH = Duration.ofMillis(80);

    private final DeviceCase cases;
    private final Histories histories;
    private final DeviceStateStore states;
    private final LineStateStore lines;
    private final MacMakers makers;
    private final ApplicationEventPublisher publisher;
    private final DataWatch watch;
    private final InstantSource clock;
    private volatile boolean paused;
    private final Object lock = new Object();
    private final AtomicLong failures = new AtomicLong();
    private final Set<Long> touched = new HashSet<>();

    /** Those among them of which somebody changed something: what waits to be released is not all known before. */
    private final Set<Long> changed = new HashSet<>();

    private final Map<Long, Instant> recheck = new HashMap<>();

    /** What is on record of devices, until that is touched. */
    private final Cache<Long, DeviceFacts> records =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    private final ScheduledExecutorService worker = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "paths");
        thread.setDaemon(true);
        return thread;
    });

    PathKeeper(
            DeviceCase cases,
            Histories histories,
            DeviceStateStore states,
            LineStateStore lines,
            MacMakers makers,
            ApplicationEventPublisher publisher,
            DataWatch watch,
            InstantSource clock) {
        this.cases = cases;
        this.histories = histories;
        this.states = states;
        this.lines = lines;
        this.makers = makers;
        this.publisher = publisher;
        this.watch = watch;
        this.clock = clock;
    }

    /** Has these devices computed again soon. */
    public void touch(Collection<Long> deviceIds) {
        synchronized (lock) {
            touched.addAll(deviceIds);
        }
    }

    /** The same for devices whose configuration somebody may have changed. */
    public void touchChanged(Collection<Long> deviceIds) {
        synchronized (lock) {
            touched.addAll(deviceIds);
            changed.addAll(deviceIds);
        }
    }

    @Override
    public int changedAndWaiting() {
        synchronized (lock) {
            return changed.size();
        }
    }

    /** Begins to compute in the background. */
    public void start() {
        var unused = worker.scheduleWithFixedDelay(this::computeTouched, 0, BREATH.toMillis(), TimeUnit.MILLISECONDS);
    }

    /** Computes nothing until further notice; what is touched meanwhile is kept. For measuring other things. */
    public void pause() {
        paused = true;
    }

    /** Computes everything touched right now. */
    public void computeTouched() {
        if (paused || !watch.mayWrite()) {
            return;
        }
        Set<Long> now = histories.withNews();
        Set<Long> records = new HashSet<>();
        synchronized (lock) {
            records.addAll(touched);
            now.addAll(touched);
            touched.clear();
            Instant moment = clock.instant();
            recheck.entrySet().removeIf(e -> {
                boolean due = !e.getValue().isAfter(moment);
                if (due) {
                    now.add(e.getKey());
                }
                return due;
            });
        }
        for (long device : now) {
            if (paused) {
                touch(List.of(device));
            } else {
                compute(device, records.contains(device));
            }
        }
    }

    /** Ends after the device that is being computed: the database is about to be closed. */
    @PreDestroy
    void stop() throws InterruptedException {
        pause();
        worker.shutdown();
        if (!worker.awaitTermination(5, TimeUnit.SECONDS)) {
            worker.shutdownNow();
        }
    }

    private void compute(long deviceId, boolean recordsTouched) {
        try {
            if (recordsTouched) {
                records.invalidate(deviceId);
                lines.forget(deviceId);
            }
            Optional<DeviceFacts> known = Optional.ofNullable(records.getIfPresent(deviceId));
            Optional<DeviceFacts> facts = known.or(() -> cases.facts(deviceId));
            facts.ifPresent(f -> records.put(deviceId, f));
            boolean moved = facts.map(f -> step(f, known.isPresent())).orElse(true);
            if (moved) {
                publisher.publishEvent(new Moved(deviceId));
            }
        } catch (StoreAwayException e) {
            touchChanged(List.of(deviceId)); // once more when it is back
        } catch (RuntimeException | Error e) {
            // A scheduled task that ends with an Error is never run again: the paths of all others would stand still.
            failures.incrementAndGet();
            if (!isGone(deviceId)) {
                log.error("The path of device {} could not be computed", deviceId, e);
            }
        } finally {
            synchronized (lock) {
                // One that was changed once more meanwhile is looked at again.
                if (!touched.contains(deviceId)) {
                    changed.remove(deviceId);
                }
            }
        }
    }

    /** How many paths could not be computed since the start. */
    public long failures() {
        return failures.get();
    }

    /** An import can be taken back while the paths of its devices are computed. */
    private boolean isGone(long deviceId) {
        try {
            return cases.facts(deviceId).isEmpty();
        } catch (RuntimeException e) {
            return false;
        }
    }

    /** Has a device's history go on; whether anything came that shows. */
    private boolean step(DeviceFacts facts, boolean asBefore) {
        Instant now = clock.instant();
        History.Stepped stepped =
                histories.step(facts, cases.book(facts.domain().id()), asBefore, now);
        Point present = stepped.history().present();
        present.due().ifPresent(at -> {
            synchronized (lock) {
                recheck.put(facts.id(), at);
            }
        });
        if (!stepped.looked()) {
            return false;
        }
        DevicePath path = PathComputer.compute(facts, present.reached(), present.at());
        states.put(state(facts, path, present));
        lines.put(facts.id(), facts.domain().id(), LineStanding.of(path.lines(), present));
        if (path.condition() == Condition.CARRYING || path.condition() == Condition.PROVEN) {
            states.carried(facts.id(), now);
        }
        return true;
    }

    private DeviceState state(DeviceFacts facts, DevicePath path, Point present) {
        Optional<Finding> finding =
                present.lives().stream().map(FindingLife::finding).findFirst();
        StopReport at = path.stop(path.at());
        long passed =
                path.stops().stream().filter(s -> s.state() == StopState.PASSED).count();
        Whereabouts where = Whereabouts.of(present.reached());
        int rank = path.condition() == Condition.HELD ? 0 : path.condition() == Condition.SILENT ? 10 : 20;
        return new DeviceState(
                facts.id(),
                path.condition().name(),
                path.rail(),
                path.condition() == Condition.HELD ? path.at().name() : "",
                finding.map(f -> f.cause().slug()).orElse(""),
                finding.map(Finding::variant).orElse(""),
                word(path, at, finding),
                finding.map(Finding::sentence).orElse(""),
                finding.map(Finding::since).or(() -> since(path, at)),
                finding.map(Finding::tries).orElse(0),
                facts.pending(),
                facts.current().isPresent() && !facts.byHand(),
                present.reached().fetches().installed(),
                String.join(
                        ", ",
                        facts.lines().stream()
                                .map(l -> l.extension().map(e -> e.number()).orElse("–"))
                                .toList()),
                rank + (int) passed,
                facts.released().map(r -> r.revision().id()).orElse(""),
                String.join(" ", where.hosts()),
                (where.says() + " " + facts.mac().map(makers::of).orElse("")).strip());
    }

    private static String word(DevicePath path, StopReport at, Optional<Finding> finding) {
        return switch (path.condition()) {
            case PARKED ->
                at.stop() == Stop.KNOWN
                        ? at.evidence()
                        : finding.map(Finding::brief).orElse(at.evidence());
            case HELD, SILENT -> finding.map(Finding::brief).orElse(at.evidence());
            case CARRYING -> "carrying, no test call yet";
            case PROVEN -> "proven";
            case UNDER_WAY -> at.stop() == Stop.HOLDING ? "first refresh to come" : at.evidence();
        };
    }

    /** A device that carries has done so since it was accepted, not since its last refresh. */
    private static Optional<Instant> since(DevicePath path, StopReport at) {
        return path.condition() == Condition.CARRYING ? path.stop(Stop.ACCEPTED).since() : at.since();
    }
}
