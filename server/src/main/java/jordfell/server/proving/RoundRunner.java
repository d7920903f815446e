package jordfell.server.proving;

import jakarta.annotation.PreDestroy;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import jordfell.core.diagnosis.Finding;
import jordfell.core.history.FindingLife;
import jordfell.core.history.Point;
import jordfell.core.proving.Pace;
import jordfell.core.proving.Tried;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.fleet.TestCalls;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.Histories;
import jordfell.server.keeping.DataWatch;
import jordfell.server.proving.RoundStore.InRound;
import jordfell.server.proving.RoundStore.Round;
import jordfell.server.proving.RoundStore.State;
import jordfell.server.release.PhoneBell;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Goes on with rounds of test calls: the next device when its turn has come, and what came of those that are called. */
@Component
class RoundRunner {

    private static final Logger log = LoggerFactory.getLogger(RoundRunner.class);
    private static final long EVERY_MILLIS = 500;

    private final RoundStore store;
    private final FactsAssembler facts;
    private final Histories histories;
    private final DomainSecrets secrets;
    private final TestCalls calls;
    private final PhoneBell phones;
    private final DataWatch data;
    private final InstantSource clock;
    private final Map<Long, Instant> last = new HashMap<>();
    private volatile boolean isIdle;
    private final ScheduledExecutorService worker = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "rounds");
        thread.setDaemon(true);
        return thread;
    });

    RoundRunner(
            RoundStore store,
            FactsAssembler facts,
            Histories histories,
            DomainSecrets secrets,
            TestCalls calls,
            PhoneBell phones,
            DataWatch data,
            InstantSource clock) {
        this.store = store;
        this.facts = facts;
        this.histories = histories;
        this.secrets = secrets;
        this.calls = calls;
        this.phones = phones;
        this.data = data;
        this.clock = clock;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        var unused = worker.scheduleWithFixedDelay(this::goOnSafely, EVERY_MILLIS, EVERY_MILLIS, TimeUnit.MILLISECONDS);
    }

    @PreDestroy
    void end() {
        worker.shutdownNow();
    }

    /** A round was begun. */
    void wake() {
        isIdle = false;
    }

    private void goOnSafely() {
        if (isIdle || !data.mayWrite()) {
            return;
        }
        try {
            goOn();
        } catch (RuntimeException e) {
            log.warn("Test calls could not go on: {}", e.getClass().getSimpleName());
        }
    }

    private void goOn() {
        List<Round> open = store.open();
        List<InRound> calling = store.calling();
        if (open.isEmpty() && calling.isEmpty()) {
            isIdle = true;
            return;
        }
        Instant now = clock.instant();
        calling.forEach(c -> look(c, now));
        for (Round round : open) {
            int underWay = (int) store.calling().stream()
                    .filter(c -> c.round() == round.id())
                    .count();
            Optional<InRound> next = store.next(round.id());
            if (next.isEmpty()) {
                if (underWay == 0) {
                    store.end(round.id(), now, false);
                    last.remove(round.id());
                }
            } else if (new Pace(round.perMinute()).allows(Optional.ofNullable(last.get(round.id())), underWay, now)) {
                last.put(round.id(), now);
                call(next.get(), now);
            }
        }
    }

    private void call(InRound next, Instant now) {
        Optional<Assembled> device = facts.assemble(next.device());
        if (device.isEmpty()) {
            store.done(next.round(), next.device(), State.FAILED, "", "", "It is not on record any more.");
            return;
        }
        Point present = present(device.get(), now);
        if (!present.hasDialTone()) {
            String why = present.lives().stream()
                    .map(FindingLife::finding)
                    .filter(f -> !f.cause().leavesDialTone())
                    .map(Finding::sentence)
                    .findFirst()
                    .orElse("It is not registered yet.");
            store.done(next.round(), next.device(), State.FAILED, "", "", "It has no dial tone. " + why);
            return;
        }
        if (device.get().device().mac().filter(phones.inCall()::contains).isPresent()) {
            store.done(
                    next.round(), next.device(), State.FAILED, "", "", "Somebody was speaking; nobody was disturbed.");
            return;
        }
        store.calling(next.round(), next.device(), now);
        calls.call(device.get());
    }

    private void look(InRound called, Instant now) {
        Optional<Assembled> device = facts.assemble(called.device());
        if (device.isEmpty()) {
            store.done(called.round(), called.device(), State.FAILED, "", "", "It is not on record any more.");
            return;
        }
        Point present = present(device.get(), now);
        Tried tried = Tried.of(present.reached().calls(), called.at().orElse(now), now);
        switch (tried.outcome()) {
            case PASSED -> store.done(called.round(), called.device(), State.PASSED, tried.out(), tried.in(), "");
            case HALF ->
                store.done(
                        called.round(),
                        called.device(),
                        State.HALF,
                        tried.out(),
                        tried.in(),
                        "It is called; that it calls has to be tried at the phone.");
            case FAILED ->
                store.done(called.round(), called.device(), State.FAILED, tried.out(), tried.in(), why(present));
            case PENDING -> {
                // It is still being called.
            }
        }
    }

    private static String why(Point present) {
        return present.lives().stream()
                .map(FindingLife::finding)
                .map(Finding::sentence)
                .findFirst()
                .orElse("The far end said so; nothing else is known.");
    }

    private Point present(Assembled device, Instant now) {
        return histories
                .look(device.facts(), secrets.of(device.domain().id()), now)
                .present();
    }
}
