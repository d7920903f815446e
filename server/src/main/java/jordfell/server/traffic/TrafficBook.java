package jordfell.server.traffic;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import jordfell.core.evidence.Observation;
import jordfell.core.traffic.Slice;
import jordfell.core.traffic.Traffic;
import jordfell.server.keeping.DataWatch;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Counts what goes on and writes it down: what is not over yet too, so that little is missing after a stop. */
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

    @EventListener(ApplicationStartedEvent.class)
    void begin() {
        traffic.goOn(store.since(kept(clock.instant())));
    }

    /**
     * Something was seen.
     *
     * @param site of the device that it is of; empty for a stray
     */
    public void seen(String domain, String site, Observation observation) {
        traffic.seen(domain, site, observation);
    }

    @Scheduled(initialDelayString = "PT1M", fixedDelayString = "PT1M")
    void write() {
        if (!watch.mayWrite()) {
            return;
        }
        Instant now = clock.instant();
        List<Slice> all = traffic.take(kept(now));
        if (!all.isEmpty()) {
            store.keep(all);
        }
        store.forget(now.minus(KEPT));
    }

    @PreDestroy
    void end() {
        write();
    }

    /** What is seen late may belong to the slice before. */
    private static Instant kept(Instant now) {
        return Traffic.begin(now).minus(Traffic.SLICE);
    }
}
