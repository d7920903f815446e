package jordfell.server.remedy;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import jordfell.core.history.Aftermath;
import jordfell.core.history.Point;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.history.Moved;
import jordfell.server.keeping.DataWatch;
import jordfell.server.remedy.RemedyStore.Watched;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Follows what was done about findings, until it passed: a device that moved is looked at, and one whose patience is over. */
@Component
class RemedyWatch {

    private static final Logger log = LoggerFactory.getLogger(RemedyWatch.class);

    private static final Duration EVERY = Duration.ofSeconds(2);

    /** What did not pass in this time is not waited for any longer. */
    private static final Duration LONGEST = Duration.ofDays(1);

    private final RemedyStore store;
    private final Present present;
    private final Changes changes;
    private final DataWatch data;
    private final InstantSource clock;

    /** Devices about which something was done that is not over. */
    private final Set<Long> watched = ConcurrentHashMap.newKeySet();

    private final Set<Long> moved = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService worker = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "remedies");
        thread.setDaemon(true);
        return thread;
    });

    RemedyWatch(RemedyStore store, Present present, Changes changes, DataWatch data, InstantSource clock) {
        this.store = store;
        this.present = present;
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

    /** Something of a device moved: what was done about it may have passed. */
    @EventListener
    void follow(Moved moved) {
        if (watched.contains(moved.deviceId())) {
            this.moved.add(moved.deviceId());
        }
    }

    /** Looks at those whose device moved since, whose patience is over, and that are new. */
    void look() {
        Instant now = clock.instant();
        List<Watched> open = store.open();
        Set<Long> before = Set.copyOf(watched);
        Set<Long> news = Set.copyOf(moved);
        moved.removeAll(news);
        watched.addAll(open.stream().map(Watched::device).toList());
        for (Watched w : open) {
            boolean isDue = w.state() == Aftermath.State.WAITING
                    && !w.began().plus(Aftermath.PATIENCE).isAfter(now);
            if (news.contains(w.device()) || isDue || !before.contains(w.device())) {
                present.of(w.device()).ifPresent(stands -> look(w, stands.point(), now));
            } else if (isOld(w, now)) {
                store.stands(w.id(), new Aftermath(w.state(), w.words()), w.at(), true);
            }
        }
        watched.retainAll(open.stream().map(Watched::device).toList());
    }

    private static boolean isOld(Watched w, Instant now) {
        return w.began().plus(LONGEST).isBefore(now);
    }

    private void look(Watched w, Point point, Instant now) {
        Aftermath stands = Aftermath.of(w.key(), w.began(), point, now);
        boolean over = stands.state().isOver() || isOld(w, now);
        boolean isNews = stands.state() != w.state() || !stands.words().equals(w.words());
        if (isNews || over) {
            store.stands(w.id(), stands, stands.state() == w.state() ? w.at() : now, over);
            changes.tell(Subject.REMEDY, List.of(w.device()), "");
        }
    }
}
