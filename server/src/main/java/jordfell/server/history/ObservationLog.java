package jordfell.server.history;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.NotKept;
import jordfell.core.evidence.Ties.Sighted;
import jordfell.core.evidence.Ties.Tied;
import jordfell.core.identity.MacAddress;
import jordfell.lab.world.WorldObserver;
import jordfell.server.history.SeenQueue.Seen;
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
    private static final int MOST_AT_ONCE = 10_000;

    /**
     * What comes within this time is written at once, in milliseconds: a commit costs more than ten rows, and a registration
     * with its challenge is over by then.
     */
    private static final long GATHERED = 40;

    /** Where much comes, it is gathered for as many times as long as the batch before took to write, so that more of it folds… */
    private static final int TIMES_AS_LONG = 3;

    /** …but nobody waits longer than this for what they see, in milliseconds. */
    private static final long GATHERED_AT_MOST = 300;

    /** From being seen to being in the queue. */
    private static final Duration UNDER_WAY = Duration.ofMillis(2);

    /** When nothing is seen, what waited in vain is looked at all the same, in milliseconds. */
    private static final long IDLE = 200;

    /** Until it is tried once more to write, in milliseconds. */
    private static final long AGAIN = 500;

    private final SeenQueue waiting;
    private final EpisodeBook book;
    private final EpisodeStore episodes;
    private final Owners owners;
    private final StrayTaker strayTaker;
    private final Histories histories;
    private final Jdbc jdbc;
    private final DataWatch watch;
    private final InstantSource clock;
    private final AtomicLong taken = new AtomicLong();
    private final AtomicLong written = new AtomicLong();
    private final Thread writer;
    private volatile boolean closed;

    ObservationLog(
            SeenQueue waiting,
            EpisodeBook book,
            EpisodeStore episodes,
            Owners owners,
            StrayTaker strayTaker,
            Histories histories,
            Jdbc jdbc,
            DataWatch watch,
            InstantSource clock) {
        this.waiting = waiting;
        this.book = book;
        this.episodes = episodes;
        this.owners = owners;
        this.strayTaker = strayTaker;
        this.histories = histories;
        this.jdbc = jdbc;
        this.watch = watch;
        this.clock = clock;
        this.writer = new Thread(this::writeAll, "observations");
        writer.setDaemon(true);
        writer.start();
    }

    @Override
    public void observed(String domain, Optional<MacAddress> mac, Observation observation) {
        offer(new Seen(domain, mac, Optional.empty(), observation));
    }

    /** Takes what is known to be of a device. */
    public void ofDevice(long device, Observation observation) {
        offer(new Seen("", Optional.empty(), Optional.of(device), observation));
    }

    private void offer(Seen seen) {
        if (waiting.offer(seen)) {
            taken.incrementAndGet();
        }
    }

    /** How many observations were dropped because the database could not keep up, or refused them. */
    public long lost() {
        return waiting.lost();
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

    /** How many wait to be written. */
    public int waiting() {
        return waiting.size();
    }

    @PreDestroy
    void close() throws InterruptedException {
        flush();
        closed = true;
        writer.join(); // it looks up at least each IDLE
        if (watch.mayWrite()) {
            episodes.updateAll();
        }
    }

    private void writeAll() {
        long gathered = GATHERED;
        while (!closed) {
            List<Seen> batch = new ArrayList<>();
            try {
                Optional<Seen> first = waiting.poll(IDLE);
                Instant until = clock.instant().minus(UNDER_WAY);
                if (first.isPresent()) {
                    batch.add(first.get());
                    Thread.sleep(waiting.size() < MOST_AT_ONCE ? gathered : 0);
                    until = clock.instant().minus(UNDER_WAY);
                    batch.addAll(waiting.more(MOST_AT_ONCE - 1));
                }
                long began = System.nanoTime();
                take(batch, batch.size() < MOST_AT_ONCE ? until : newest(batch));
                long tookMillis = (System.nanoTime() - began) / 1_000_000;
                gathered = Math.min(GATHERED_AT_MOST, Math.max(GATHERED, tookMillis * TIMES_AS_LONG));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (RuntimeException | Error e) {
                batch.forEach(waiting::lose);
                if (!closed) { // what is seen while the server stops has nowhere to go
                    log.error("{} observations could not be written", batch.size(), e);
                }
            } finally {
                written.addAndGet(batch.size());
            }
        }
    }

    /** While nothing can be kept, what is seen waits; what there is no more room for is counted as lost. */
    private <T> T whenItCan(Supplier<T> work) throws InterruptedException {
        while (true) {
            while (!watch.mayWrite() && !closed) {
                Thread.sleep(AGAIN);
            }
            try {
                return work.get();
            } catch (StoreAwayException e) {
                if (closed) {
                    throw e;
                }
                Thread.sleep(AGAIN);
            }
        }
    }

    private void take(List<Seen> batch, Instant until) throws InterruptedException {
        Map<Long, List<Observation>> byDevice = new LinkedHashMap<>();
        List<Sighted> strays = new ArrayList<>();
        for (Seen seen : batch) {
            if (seen.device().isPresent()) {
                byDevice.computeIfAbsent(seen.device().get(), d -> new ArrayList<>())
                        .add(seen.observation());
                continue;
            }
            whenItCan(() -> owners.of(seen.domain(), seen.mac(), seen.observation()))
                    .forEach(tied -> sort(tied, byDevice, strays));
        }
        owners.letGo(clock.instant()).forEach(tied -> sort(tied, byDevice, strays));
        strays.forEach(stray -> histories.seenOfAStranger(stray.domain(), stray.observation()));
        tellMissed(byDevice);
        histories.take(whenItCan(() -> written(byDevice, strays)), until);
    }

    private Map<Long, List<Observation>> written(Map<Long, List<Observation>> byDevice, List<Sighted> strays) {
        try {
            jdbc.inTransaction(() -> {
                book.take(byDevice, clock.instant());
                strayTaker.take(strays);
                episodes.updateSome(clock.instant());
            });
            return byDevice;
        } catch (RuntimeException e) {
            book.forget(byDevice.keySet());
            throw e;
        }
    }

    private static Instant newest(List<Seen> batch) {
        return batch.get(batch.size() - 1).observation().at();
    }

    private static void sort(Tied tied, Map<Long, List<Observation>> byDevice, List<Sighted> strays) {
        tied.device()
                .ifPresentOrElse(
                        device -> byDevice.computeIfAbsent(device, d -> new ArrayList<>())
                                .add(tied.seen().observation()),
                        () -> strays.add(tied.seen()));
    }

    /** What could not be kept of a device stands among what was. */
    private void tellMissed(Map<Long, List<Observation>> byDevice) {
        waiting.takeMissed().forEach((whose, times) -> {
            NotKept gap = new NotKept(clock.instant(), times, "they could not be written");
            whose.device()
                    .ifPresentOrElse(
                            device -> byDevice.computeIfAbsent(device, d -> new ArrayList<>())
                                    .add(gap),
                            () -> owners.of("", whose.mac(), gap)
                                    .forEach(tied -> sort(tied, byDevice, new ArrayList<>())));
        });
    }
}
