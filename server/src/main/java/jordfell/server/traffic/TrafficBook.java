package jordfell.server.traffic;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import jordfell.core.evidence.Observation;
import jordfell.core.traffic.Slice;
import jordfell.core.traffic.Traffic;
import jordfell.server.keeping.DataWatch;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Counts what goes on, and adds it to what is written down of the same time once a minute. */
@Component
public class TrafficBook {

    /** So long traffic is kept. */
    static final Duration KEPT = Duration.ofHours(24);

    private final TrafficStore store;
    private final DataWatch watch;
    private final InstantSource clock;
    private final Traffic traffic = new Traffic();

    TrafficBook(TrafficStore store, DataWatch watch, InstantSource clock) {
        this.store = store;
        this.watch = watch;
        this.clock = clock;
    }

    /**
     * Something was seen.
     *
     * @param site of the device that it is of; empty for a stray
     */
    public void seen(String domain, String site, Observation observation) {
        traffic.seen(domain, site, observation);
    }

    /** Keeps what was counted up to now, so that it can be told. */
    synchronized void write() {
        if (!watch.mayWrite()) {
            return;
        }
        List<Slice> counted = traffic.take();
        if (!counted.isEmpty()) {
            store.add(counted);
        }
    }

    @Scheduled(initialDelayString = "PT1M", fixedDelayString = "PT1M")
    void keep() {
        write();
        if (watch.mayWrite()) {
            store.forget(clock.instant().minus(KEPT));
        }
    }

    @PreDestroy
    void end() {
        write();
    }
}
