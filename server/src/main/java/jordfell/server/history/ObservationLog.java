package jordfell.server.history;

import jakarta.annotation.PreDestroy;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.NotKept;
import jordfell.core.identity.MacAddress;
import jordfell.lab.world.WorldObserver;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.StoreAwayException;
import jordfell.server.keeping.DataWatch;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Takes observations from wherever they are made, finds out whose they are, writes them in their order and has their
 * devices' histories go on. It never holds up whoever observes; what there is no room for is told on the device it was of.
 */
@Component
public class ObservationLog implements WorldObserver {

    private static final Logger log = LoggerFactory.getLogger(ObservationLog.class);
    private static final int MOST_WAITING = 200_000;
    private static final int MOST_AT_ONCE = 2_000;

    /** Devices of which it is remembered that something of them was not kept. */
    private static final int MOST_MISSED = 10_000;

    /** What comes within this time is written at once, in milliseconds: a commit costs more than ten rows. */
    private static final long GATHERED = 10;

    /** Until it is tried once more to write, in milliseconds. */
    private static final long AGAIN = 500;

    /** How long an episode that only goes on may wait to be written, in milliseconds. */
    private static final long MAY_WAIT = 300_000;

    private record Seen(String domain, Optional<MacAddress> mac, Observation observation) {}

    private final EpisodeBook book;
    private final Owners owners;
    private final Histories histories;
    private final Jdbc jdbc;
    private final DataWatch watch;
    private final InstantSource clock;
    private final BlockingQueue<Seen> waiting = new LinkedBlockingQueue<>(MOST_WAITING);
    private final AtomicLong taken = new AtomicLong();
    private final AtomicLong written = new AtomicLong();
    private final AtomicLong lost = new AtomicLong();
    private final Map<MacAddress, AtomicInteger> missed = new ConcurrentHashMap<>();
    private long waitingWrittenAt = System.currentTimeMillis();
    private volatile boolean closed;

    ObservationLog(
            EpisodeBook book, Owners owners, Histories histories, Jdbc jdbc, DataWatch watch, InstantSource clock) {
        this.book = book;
        this.owners = owners;
        this.histories = histories;
        this.jdbc = jdbc;
        this.watch = watch;
        this.clock = clock;
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
            mac.filter(m -> missed.size() < MOST_MISSED)
                    .ifPresent(m ->
                            missed.computeIfAbsent(m, n -> new AtomicInteger()).incrementAndGet());
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
        if (watch.mayWrite()) {
            book.writeWaiting();
        }
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
        Map<Long, List<Observation>> byDevice = new LinkedHashMap<>();
        for (Seen seen : batch) {
            owners.of(seen.domain(), seen.mac(), seen.observation())
                    .ifPresent(device -> byDevice.computeIfAbsent(device, d -> new ArrayList<>())
                            .add(seen.observation()));
        }
        tellMissed(byDevice);
        try {
            jdbc.inTransaction(() -> {
                book.take(byDevice);
                if (book.isFull() || System.currentTimeMillis() - waitingWrittenAt > MAY_WAIT) {
                    book.writeWaiting();
                    waitingWrittenAt = System.currentTimeMillis();
                }
            });
        } catch (RuntimeException e) {
            book.forget(byDevice.keySet());
            throw e;
        }
        histories.take(byDevice);
    }

    /** What could not be kept of a device stands among what was. */
    private void tellMissed(Map<Long, List<Observation>> byDevice) {
        for (MacAddress mac : List.copyOf(missed.keySet())) {
            AtomicInteger times = missed.remove(mac);
            NotKept gap = new NotKept(clock.instant(), times.get(), "more was seen at once than could be written");
            owners.of("", Optional.of(mac), gap)
                    .ifPresent(device -> byDevice.computeIfAbsent(device, d -> new ArrayList<>())
                            .add(gap));
        }
    }
}
