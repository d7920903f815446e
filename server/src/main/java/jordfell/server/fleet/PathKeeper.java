package jordfell.server.fleet;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.history.History;
import jordfell.core.history.LineStanding;
import jordfell.core.history.Point;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.PathComputer;
import jordfell.server.device.MacMakers;
import jordfell.server.history.Histories;
import jordfell.server.history.Moved;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.StoreAwayException;
import jordfell.server.keeping.DataWatch;
import jordfell.server.records.DeviceStateStore;
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
    /** So many that were touched are looked at before what was seen meanwhile is. */
    private static final int AT_ONCE = 50;

    /** So many looks are kept in one transaction. */
    private static final int TOGETHER = 500;

    /** A name looked up, a file asked for and a registration belong together and are looked at once. */
    private static final Duration BREATH = Duration.ofMillis(200);

    private final DeviceCase cases;
    private final Histories histories;
    private final DeviceStateStore states;
    private final LineStateStore lines;
    private final MacMakers makers;
    private final ApplicationEventPublisher publisher;
    private final Jdbc jdbc;
    private final DataWatch watch;
    private final InstantSource clock;
    private volatile boolean paused;
    private final Object lock = new Object();
    private final AtomicLong failures = new AtomicLong();
    private final Set<Long> touched = new LinkedHashSet<>();

    /** Those among them of which somebody changed something: what waits to be released is not all known before. */
    private final Set<Long> changed = new HashSet<>();

    private final DueTimes recheck = new DueTimes();

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
            Jdbc jdbc,
            DataWatch watch,
            InstantSource clock) {
        this.cases = cases;
        this.histories = histories;
        this.states = states;
        this.lines = lines;
        this.makers = makers;
        this.publisher = publisher;
        this.jdbc = jdbc;
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

    /** How many devices are to be looked at. */
    public int waiting() {
        synchronized (lock) {
            return touched.size();
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
        boolean goesOn = true;
        while (goesOn && !paused && watch.mayWrite()) {
            goesOn = round() && waiting() > 0;
        }
    }

    /**
     * What was seen and what is due, and some of what was touched: records of a whole fleet may have been, and news of other
     * devices are not to wait for all of it.
     *
     * @return whether the database could be written
     */
    private boolean round() {
        Set<Long> soon = histories.withNews();
        soon.addAll(recheck.take(histories.knownUntil()));
        Set<Long> records = new HashSet<>();
        synchronized (lock) {
            soon.stream().filter(touched::remove).forEach(records::add);
            Iterator<Long> others = touched.iterator();
            for (int i = 0; i < AT_ONCE && others.hasNext(); i++) {
                records.add(others.next());
                others.remove();
            }
        }
        soon.addAll(records);
        List<Long> all = List.copyOf(soon);
        boolean written = true;
        for (int from = 0; from < all.size(); from += TOGETHER) {
            List<Long> some = all.subList(from, Math.min(all.size(), from + TOGETHER));
            if (paused || !written) {
                touch(some);
            } else {
                written = compute(some, records);
            }
        }
        return written;
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

    /**
     * What comes of many looks is kept together: each commit waits for the disk, and phones by the hundred thousand keep it
     * busy. Where one of them fails, each is looked at once more by itself.
     *
     * @return whether the database could be written
     */
    private boolean compute(List<Long> deviceIds, Set<Long> recordsTouched) {
        List<Long> moved = new ArrayList<>();
        try {
            jdbc.inTransaction(() -> deviceIds.forEach(device -> {
                if (step(device, recordsTouched.contains(device))) {
                    moved.add(device);
                }
            }));
        } catch (RuntimeException | Error e) {
            deviceIds.forEach(histories::forget); // what was stepped was not kept
            boolean written = true;
            for (long device : deviceIds) {
                written = written && computeAlone(device);
            }
            if (!written) {
                touchChanged(deviceIds); // once more when it is back
            }
            return written;
        }
        deviceIds.forEach(this::looked);
        moved.forEach(device -> publisher.publishEvent(new Moved(device)));
        return true;
    }

    /** Whether the database could be written. */
    private boolean computeAlone(long deviceId) {
        try {
            if (jdbc.inTransaction(() -> step(deviceId, true))) {
                publisher.publishEvent(new Moved(deviceId));
            }
        } catch (StoreAwayException e) {
            histories.forget(deviceId);
            return false;
        } catch (RuntimeException | Error e) {
            // A scheduled task that ends with an Error is never run again: the paths of all others would stand still.
            failures.incrementAndGet();
            histories.forget(deviceId);
            if (!isGone(deviceId)) {
                log.error("The path of device {} could not be computed", deviceId, e);
            }
        }
        looked(deviceId);
        return true;
    }

    private void looked(long deviceId) {
        synchronized (lock) {
            // One that was changed once more meanwhile is looked at again.
            if (!touched.contains(deviceId)) {
                changed.remove(deviceId);
            }
        }
    }

    /** Looks at a device; whether anything came that shows. */
    private boolean step(long deviceId, boolean recordsTouched) {
        if (recordsTouched) {
            records.invalidate(deviceId);
            lines.forget(deviceId);
        }
        Optional<DeviceFacts> known = Optional.ofNullable(records.getIfPresent(deviceId));
        Optional<DeviceFacts> facts = known.or(() -> cases.facts(deviceId));
        facts.ifPresent(f -> records.put(deviceId, f));
        return facts.map(f -> step(f, known.isPresent())).orElse(true);
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
            recheck.put(facts.id(), at);
        });
        if (!stepped.looked()) {
            return false;
        }
        DevicePath path = PathComputer.compute(facts, present.reached(), present.at());
        states.put(StateRow.of(facts, path, present, facts.mac().map(makers::of).orElse("")));
        lines.put(facts.id(), facts.domain().id(), LineStanding.of(path.lines(), present));
        return true;
    }
}
