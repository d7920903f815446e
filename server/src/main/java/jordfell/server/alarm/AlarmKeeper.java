package jordfell.server.alarm;

import jakarta.annotation.PreDestroy;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import jordfell.core.alarm.Alarm;
import jordfell.core.alarm.AlarmRule;
import jordfell.server.alarm.AlarmStore.KeptAlarm;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.keeping.DataWatch;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Looks at all rules again and again, and has somebody told of what begins and what is over, once each. */
@Component
class AlarmKeeper {

    private static final Logger log = LoggerFactory.getLogger(AlarmKeeper.class);

    private static final int EVERY_SECONDS = 5;

    private final AlarmStore store;
    private final AlarmEyes eyes;
    private final AlarmPost post;
    private final Jdbc jdbc;
    private final Changes changes;
    private final DataWatch data;
    private final InstantSource clock;
    private final ScheduledExecutorService worker = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "alarms");
        thread.setDaemon(true);
        return thread;
    });

    AlarmKeeper(
            AlarmStore store,
            AlarmEyes eyes,
            AlarmPost post,
            Jdbc jdbc,
            Changes changes,
            DataWatch data,
            InstantSource clock) {
        this.store = store;
        this.eyes = eyes;
        this.post = post;
        this.jdbc = jdbc;
        this.changes = changes;
        this.data = data;
        this.clock = clock;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        var unused = worker.scheduleWithFixedDelay(this::lookSafely, EVERY_SECONDS, EVERY_SECONDS, TimeUnit.SECONDS);
    }

    @PreDestroy
    void end() {
        worker.shutdownNow();
    }

    private void lookSafely() {
        try {
            if (data.mayWrite()) {
                look();
                post.send();
            }
        } catch (RuntimeException e) {
            log.warn("Alarms could not be looked at: {}", e.getClass().getSimpleName());
        }
    }

    /** Looks once. */
    synchronized void look() {
        Instant now = clock.instant();
        eyes.begin(now);
        LocalTime time = LocalTime.ofInstant(now, ZoneId.systemDefault());
        List<AlarmRule> rules = store.rules().stream()
                .map(AlarmStore.KeptRule::rule)
                .filter(AlarmRule::enabled)
                .toList();
        if (rules.isEmpty()) {
            return;
        }
        Map<Long, Map<String, KeptAlarm>> open = new HashMap<>();
        store.open()
                .forEach(k -> open.computeIfAbsent(k.rule(), r -> new HashMap<>())
                        .put(k.alarm().subject(), k));
        boolean moved = false;
        for (AlarmRule rule : rules) {
            moved |= look(rule, open.getOrDefault(rule.id(), Map.of()), rule.isQuiet(time), now);
        }
        if (moved) {
            store.tidy(now);
            changes.tell(Subject.TRIAGE, List.of(), "");
        }
    }

    private boolean look(AlarmRule rule, Map<String, KeptAlarm> open, boolean isQuiet, Instant now) {
        Optional<Instant> raised =
                open.values().stream().map(k -> k.alarm().raised()).min(Instant::compareTo);
        Map<String, String> fresh = eyes.look(rule, now);
        Map<String, String> lasting =
                raised.map(first -> eyes.lasting(rule, first, now)).orElse(fresh);
        Set<String> subjects = new LinkedHashSet<>(open.keySet());
        subjects.addAll(fresh.keySet());
        boolean moved = false;
        for (String subject : subjects) {
            KeptAlarm known = open.get(subject);
            Optional<String> words = Optional.ofNullable(known == null ? fresh.get(subject) : lasting.get(subject));
            KeptAlarm before = known != null
                    ? known
                    : new KeptAlarm(0, rule.id(), rule.name(), Alarm.begin(subject, words.orElse(""), now));
            moved |= step(rule, before, before.alarm().next(words, isQuiet, now), now);
        }
        return moved;
    }

    private boolean step(AlarmRule rule, KeptAlarm before, Alarm.Step step, Instant now) {
        return jdbc.inTransaction(() -> {
            if (step instanceof Alarm.Step.Tell tell) {
                post.began(rule, keep(before, tell.alarm()), tell.alarm(), now);
                return true;
            } else if (step instanceof Alarm.Step.TellOver over) {
                post.isOver(rule, keep(before, over.alarm()), over.alarm(), now);
                return true;
            }
            Alarm after = ((Alarm.Step.Nothing) step).alarm();
            if (before.id() == 0 || !after.equals(before.alarm())) {
                keep(before, after);
                return before.id() == 0 || after.isOver();
            }
            return false;
        });
    }

    private long keep(KeptAlarm before, Alarm after) {
        return store.keep(new KeptAlarm(before.id(), before.rule(), before.name(), after));
    }
}
