package jordfell.server.release;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import jordfell.core.waves.WaveWatch;
import jordfell.core.waves.WaveWatch.Verdict;
import jordfell.server.jdbc.StoreAwayException;
import jordfell.server.keeping.DataWatch;
import jordfell.server.records.WaveStore;
import jordfell.server.records.WaveStore.Wave;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Watches the waves that run, stops those that do harm, and begins those whose time has come. */
@Component
class WaveKeeper {

    private static final Logger log = LoggerFactory.getLogger(WaveKeeper.class);
    private static final Duration EVERY = Duration.ofMillis(700);

    private final WaveStore waves;
    private final WaveActs acts;
    private final DataWatch watch;
    private final InstantSource clock;
    private final ScheduledExecutorService worker = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "waves");
        thread.setDaemon(true);
        return thread;
    });

    WaveKeeper(WaveStore waves, WaveActs acts, DataWatch watch, InstantSource clock) {
        this.waves = waves;
        this.acts = acts;
        this.watch = watch;
        this.clock = clock;
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        lookAfter(EVERY);
    }

    @PreDestroy
    void stop() {
        worker.shutdownNow();
    }

    private void look() {
        long start = System.nanoTime();
        try {
            if (watch.mayWrite()) {
                waves.open().forEach(this::lookAtGuarded);
            }
        } catch (StoreAwayException e) {
            log.warn("The waves wait for the database");
        } catch (RuntimeException | Error e) {
            log.error("The waves could not be looked at", e);
        }
        // Waves of a large fleet take their time to look at; the rest of the server has most of it.
        Duration took = Duration.ofNanos(System.nanoTime() - start).multipliedBy(10);
        lookAfter(took.compareTo(EVERY) > 0 ? took : EVERY);
    }

    private void lookAfter(Duration pause) {
        if (!worker.isShutdown()) {
            var unused = worker.schedule(this::look, pause.toMillis(), TimeUnit.MILLISECONDS);
        }
    }

    /** A release that can't be looked at doesn't keep the others from it. */
    private void lookAtGuarded(long releaseId) {
        try {
            lookAt(releaseId);
        } catch (RuntimeException e) {
            log.error("Release {} could not be looked at", releaseId, e);
        }
    }

    private void lookAt(long releaseId) {
        Instant now = clock.instant();
        boolean beforeCarried = true;
        boolean anyStopped = false;
        for (Wave wave : waves.of(releaseId)) {
            switch (wave.state()) {
                case RUNNING -> {
                    judge(wave, now);
                    beforeCarried = false;
                }
                case WAITING -> {
                    if (WaveWatch.begins(wave.starts(), wave.startsAt(), beforeCarried, anyStopped, now)) {
                        acts.beginByItself(wave);
                    }
                    beforeCarried = false;
                }
                case STOPPED, TAKEN_BACK, ENDED -> anyStopped = true;
                case CARRIED -> {}
            }
        }
    }

    private void judge(Wave wave, Instant now) {
        List<WaveWatch.Member> members = waves.members(wave.releaseId(), wave.position());
        Verdict verdict = WaveWatch.judge(
                members, wave.stopPercent(), Duration.between(wave.startedAt().orElse(now), now));
        if (verdict instanceof Verdict.Stops stops) {
            acts.stop(wave, stops.why());
        } else if (verdict instanceof Verdict.Carried carried) {
            acts.carried(
                    wave,
                    carried.carried() + " carried"
                            + (carried.worse() > 0 ? ", " + carried.worse() + " got worse." : "."));
        }
    }
}
