package jordfell.server.alarm;

import java.security.SecureRandom;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import jordfell.core.alarm.AlarmKind;
import jordfell.core.alarm.AlarmRule;
import jordfell.core.wish.FieldProblem;
import jordfell.server.alarm.AlarmStore.KeptAlarm;
import jordfell.server.alarm.AlarmStore.KeptRule;
import jordfell.server.alarm.AlarmStore.MessageState;
import jordfell.server.alarm.AlarmStore.Way;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Rules for alarms, what is so now, and what was sent. */
@RestController
@RequestMapping(path = "/api/alarms", produces = "application/json")
class AlarmController {

    private static final int MOST_RULES = 50;
    private static final int KEY_BYTES = 24;

    /** @param quietFrom as {@code 22:00}; empty for no quiet hours */
    record AlarmRuleForm(
            @Nullable String name,
            @Nullable AlarmKind kind,
            int count,
            int minutes,
            @Nullable String quietFrom,
            @Nullable String quietTo,
            @Nullable String mailTo,
            @Nullable String webhook,
            @Nullable Boolean enabled,
            long version) {}

    record AlarmRuleView(
            long id,
            String name,
            AlarmKind kind,
            int count,
            long minutes,
            String quietFrom,
            String quietTo,
            String mailTo,
            String webhook,
            boolean enabled,
            String words,
            long version) {}

    /** @param key with which what is posted is signed; shown once */
    record AlarmRuleMade(long id, String key) {}

    record AlarmView(
            long id,
            String rule,
            String subject,
            String words,
            Instant raised,
            @Nullable Instant told,
            @Nullable Instant cleared) {}

    record AlarmMessageView(
            long id,
            Way way,
            String target,
            String subject,
            Instant made,
            MessageState state,
            int tries,
            @Nullable Instant nextTry,
            String trouble) {}

    record MailView(Instant at, String to, String subject, String text) {}

    /** @param arrived what came to the stand-in for a mail server, where that is used */
    record AlarmsView(
            List<AlarmView> open,
            List<AlarmView> lately,
            List<AlarmMessageView> messages,
            boolean isStandIn,
            List<MailView> arrived) {}

    private final AlarmStore store;
    private final Mailer mailer;
    private final Audit audit;
    private final SecureRandom random = new SecureRandom();

    AlarmController(AlarmStore store, Mailer mailer, Audit audit) {
        this.store = store;
        this.mailer = mailer;
        this.audit = audit;
    }

    @GetMapping
    AlarmsView alarms() {
        return new AlarmsView(
                store.open().stream().map(AlarmController::view).toList(),
                store.lately().stream().map(AlarmController::view).toList(),
                store.messages().stream()
                        .map(m -> new AlarmMessageView(
                                m.id(),
                                m.way(),
                                m.target(),
                                m.subject(),
                                m.made(),
                                m.state(),
                                m.tries(),
                                m.nextTry().orElse(null),
                                m.trouble()))
                        .toList(),
                mailer.isStandIn(),
                mailer.arrived().stream()
                        .map(m -> new MailView(m.at(), m.to(), m.subject(), m.text()))
                        .toList());
    }

    @GetMapping("/rules")
    List<AlarmRuleView> rules() {
        return store.rules().stream().map(AlarmController::view).toList();
    }

    @PostMapping("/rules")
    AlarmRuleMade add(@RequestBody AlarmRuleForm form) {
        AlarmRule rule = rule(0, form);
        if (store.rules().size() >= MOST_RULES) {
            throw RefusedException.field(
                    "/name", MOST_RULES + " rules are kept, and no more.", "Remove one that is not needed any more.");
        }
        byte[] bytes = new byte[KEY_BYTES];
        random.nextBytes(bytes);
        String key = HexFormat.of().formatHex(bytes);
        long id = store.add(rule, key);
        audit.record("Made the alarm “" + rule.name() + "”");
        return new AlarmRuleMade(id, rule.webhook().isEmpty() ? "" : key);
    }

    @PutMapping("/rules/{id}")
    void change(@PathVariable long id, @RequestBody AlarmRuleForm form) {
        if (store.rule(id).isEmpty()) {
            throw RefusedException.notFound("alarm");
        }
        AlarmRule rule = rule(id, form);
        if (!store.change(rule, form.version())) {
            throw RefusedException.changedMeanwhile("alarm");
        }
        audit.record("Changed the alarm “" + rule.name() + "”");
    }

    @DeleteMapping("/rules/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        KeptRule kept = store.rule(id).orElseThrow(() -> RefusedException.notFound("alarm"));
        store.remove(id);
        audit.record("Removed the alarm “" + kept.rule().name() + "”");
    }

    private static AlarmRule rule(long id, AlarmRuleForm form) {
        List<FieldProblem> problems = new ArrayList<>();
        if (form.kind() == null) {
            throw RefusedException.field("/kind", "It says not what it is about.", "Choose one.");
        }
        Optional<LocalTime> from = time("/quietFrom", form.quietFrom(), problems);
        Optional<LocalTime> to = time("/quietTo", form.quietTo(), problems);
        AlarmRule rule = new AlarmRule(
                id,
                text(form.name()),
                form.kind(),
                form.count(),
                Duration.ofMinutes(form.minutes()),
                from,
                to,
                text(form.mailTo()),
                text(form.webhook()),
                form.enabled() == null || form.enabled());
        problems.addAll(rule.problems());
        RefusedException.ifAny(problems);
        return rule;
    }

    private static Optional<LocalTime> time(String pointer, @Nullable String text, List<FieldProblem> problems) {
        if (text == null || text.isBlank()) {
            return Optional.empty();
        }
        try {
            return Optional.of(LocalTime.parse(text.strip()));
        } catch (DateTimeException e) {
            problems.add(new FieldProblem(pointer, "This is no time of the day.", "Such as 22:00."));
            return Optional.empty();
        }
    }

    private static String text(@Nullable String text) {
        return Optional.ofNullable(text).orElse("").strip();
    }

    private static AlarmRuleView view(KeptRule kept) {
        AlarmRule r = kept.rule();
        return new AlarmRuleView(
                r.id(),
                r.name(),
                r.kind(),
                r.count(),
                r.within().toMinutes(),
                r.quietFrom().map(LocalTime::toString).orElse(""),
                r.quietTo().map(LocalTime::toString).orElse(""),
                r.mailTo(),
                r.webhook(),
                r.enabled(),
                r.words(),
                kept.version());
    }

    private static AlarmView view(KeptAlarm kept) {
        return new AlarmView(
                kept.id(),
                kept.name(),
                kept.alarm().subject(),
                kept.alarm().words(),
                kept.alarm().raised(),
                kept.alarm().told().orElse(null),
                kept.alarm().cleared().orElse(null));
    }
}
