package jordfell.server.remedy;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import jordfell.core.history.Aftermath;
import jordfell.core.history.Point;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.device.FactsAssembler;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.Histories;
import jordfell.server.keeping.DataWatch;
import jordfell.server.remedy.RemedyStore.Watched;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Looks again and again at what was done about findings, until it passed or something else came of it. */
@Component
class RemedyWatch {

    private static final Logger log = LoggerFactory.getLogger(RemedyWatch.class);

    private static final Duration EVERY = Duration.ofSeconds(2);

    /** What did not pass in this time is not waited for any longer. */
    private static final Duration LONGEST = Duration.ofDays(1);

    private final RemedyStore store;
    private final FactsAssembler facts;
    private final Histories histories;
    private final DomainSecrets secrets;
    private final Changes changes;
    private final DataWatch data;
    private final InstantSource clock;
    private final ScheduledExecutorService worker = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "remedies");
        thread.setDaemon(true);
        return thread;
    });

    RemedyWatch(
            RemedyStore store,
            FactsAssembler facts,
            Histories histories,
            DomainSecrets secrets,
            Changes changes,
            DataWatch data,
            InstantSource clock) {
        this.store = store;
        this.facts = facts;
        this.histories = histories;
        this.secrets = secrets;
        this.changes = changes;
        this.data = data;
        this.clock = clock;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        var unused = worker.scheduleWithFixedDelay(
                this::lookSafely, EVERY.toMillis(), EVERY.toMillis(), TimeUnit.MILLISECONDS);
    }

    @PreDestroy
    void end() {
        worker.shutdownNow();
    }

    private void lookSafely() {
        try {
            if (data.mayWrite()) {
                look();
            }
        } catch (RuntimeException e) {
            log.warn(
                    "What was done about findings could not be looked at: {}",
                    e.getClass().getSimpleName());
        }
    }

    /** Looks at all of them now. */
    void look() {
        Instant now = clock.instant();
        for (Watched watched : store.open()) {
            Optional<Point> present = facts.assemble(watched.device())
                    .map(records -> histories
                            .look(records.facts(), secrets.of(records.domain().id()), now)
                            .present());
            present.ifPresent(point -> look(watched, point, now));
        }
    }

    private void look(Watched watched, Point present, Instant now) {
        Aftermath stands = Aftermath.of(watched.key(), watched.began(), present, now);
        boolean over = stands.state().isOver() || watched.began().plus(LONGEST).isBefore(now);
        boolean isNews = stands.state() != watched.state() || !stands.words().equals(watched.words());
        if (isNews || over) {
            store.stands(watched.id(), stands, stands.state() == watched.state() ? watched.at() : now, over);
            changes.tell(Subject.REMEDY, List.of(watched.device()), "");
        }
    }
}
