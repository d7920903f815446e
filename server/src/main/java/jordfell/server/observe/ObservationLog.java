package jordfell.server.observe;

import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.evidence.Observation;
import jordfell.core.identity.MacAddress;
import jordfell.lab.world.WorldObserver;
import jordfell.server.device.Device;
import jordfell.server.device.DeviceStore;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.StoreAwayException;
import jordfell.server.keeping.DataWatch;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Takes observations from wherever they are made, finds out whose they are, and appends them in their order. It never
 * holds up whoever observes.
 */
@Component
public class ObservationLog implements WorldObserver {

    private static final Logger log = LoggerFactory.getLogger(ObservationLog.class);
    private static final int MOST_WAITING = 200_000;
    private static final int MOST_AT_ONCE = 500;

    /** What comes within this time is written at once, in milliseconds: a commit costs more than ten rows. */
    private static final long GATHERED = 10;

    /** Until it is tried once more to write, in milliseconds. */
    private static final long AGAIN = 500;

    private record Seen(String domain, Optional<MacAddress> mac, Observation observation) {}

    private final ObservationStore store;
    private final DeviceStore devices;
    private final PathKeeper paths;
    private final Jdbc jdbc;
    private final DataWatch watch;
    private final BlockingQueue<Seen> waiting = new LinkedBlockingQueue<>(MOST_WAITING);
    private final AtomicLong taken = new AtomicLong();
    private final AtomicLong written = new AtomicLong();
    private final AtomicLong lost = new AtomicLong();
    private volatile boolean closed;

    ObservationLog(ObservationStore store, DeviceStore devices, PathKeeper paths, Jdbc jdbc, DataWatch watch) {
        this.store = store;
        this.devices = devices;
        this.paths = paths;
        this.jdbc = jdbc;
        this.watch = watch;
        Thread thread = new Thread(this::writeAll, "observations");
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public void observed(String domain, Optional<MacAddress> mac, Observation observation) {
        if (waiting.offer(new Seen(domain, mac, observation))) {
            taken.incrementAndGet();
        } else {
            lost.incrementAndGet();
        }
    }

    /** How many observations were dropped because the database could not keep up. */
    public long lost() {
        return lost.get();
    }

    /** Waits until everything seen so far is written. */
    public void flush() {
        long until = taken.get();
        while (written.get() < until && !closed) {
            try {
                Thread.sleep(5);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    @PreDestroy
    void close() {
        flush();
        closed = true;
    }

    private void writeAll() {
        while (!closed) {
            List<Seen> batch = new ArrayList<>();
            try {
                Seen first = waiting.poll(200, TimeUnit.MILLISECONDS);
                if (first == null) {
                    continue;
                }
                batch.add(first);
                Thread.sleep(GATHERED);
                waiting.drainTo(batch, MOST_AT_ONCE - 1);
                writeWhenItCan(batch);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (RuntimeException | Error e) {
                lost.addAndGet(batch.size());
                if (!closed) { // what is seen while the server stops has nowhere to go
                    log.error("{} observations could not be written", batch.size(), e);
                }
            } finally {
                written.addAndGet(batch.size());
            }
        }
    }

    /** While nothing can be kept, what is seen waits; what there is no more room for is counted as lost. */
    private void writeWhenItCan(List<Seen> batch) throws InterruptedException {
        while (true) {
            while (!watch.mayWrite() && !closed) {
                Thread.sleep(AGAIN);
            }
            try {
                write(batch);
                return;
            } catch (StoreAwayException e) {
                if (closed) {
                    throw e;
                }
                Thread.sleep(AGAIN);
            }
        }
    }

    private void write(List<Seen> batch) {
        Set<Long> touched = new HashSet<>();
        jdbc.inTransaction(() -> {
            List<ObservationStore.Entry> entries = new ArrayList<>();
            for (Seen seen : batch) {
                Optional<Long> device = deviceOf(seen);
                device.ifPresent(touched::add);
                entries.add(new ObservationStore.Entry(device, seen.observation()));
            }
            store.append(entries);
        });
        paths.touch(touched);
    }

    /**
     * The device of this MAC; without one, the only device that has the extension concerned, unless that one is known to
     * name itself: then it was another agent with the same extension.
     */
    private Optional<Long> deviceOf(Seen seen) {
        Optional<Long> byMac = seen.mac().flatMap(devices::byMac).map(Device::id);
        if (byMac.isPresent() || seen.mac().isPresent()) {
            byMac.filter(id -> seen.observation() instanceof Observation.BindingChanged)
                    .ifPresent(devices::namesItself);
            return byMac;
        }
        List<Long> holders =
                devices.withNumber(seen.domain(), seen.observation().aboutNumber());
        return holders.size() == 1 && !devices.hasNamedItself(holders.get(0))
                ? Optional.of(holders.get(0))
                : Optional.empty();
    }
}
