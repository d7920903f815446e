package jordfell.server.alarm;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.core.alarm.Alarm;
import jordfell.core.alarm.AlarmRule;
import jordfell.core.alarm.Retry;
import jordfell.core.alarm.WebhookSignature;
import jordfell.server.alarm.AlarmStore.Message;
import jordfell.server.alarm.AlarmStore.MessageState;
import jordfell.server.alarm.AlarmStore.Way;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Writes messages, and sends them until they arrive or are given up. */
@Component
class AlarmPost {

    private final AlarmStore store;
    private final Mailer mailer;
    private final WebhookCaller webhooks;
    private final JsonMapper json;
    private final InstantSource clock;

    AlarmPost(AlarmStore store, Mailer mailer, WebhookCaller webhooks, JsonMapper json, InstantSource clock) {
        this.store = store;
        this.mailer = mailer;
        this.webhooks = webhooks;
        this.json = json;
        this.clock = clock;
    }

    void began(AlarmRule rule, long alarm, Alarm what, Instant now) {
        write(rule, alarm, what, "began", rule.name() + ": " + what.words(), now);
    }

    void isOver(AlarmRule rule, long alarm, Alarm what, Instant now) {
        write(rule, alarm, what, "over", rule.name() + " is over: " + what.subject(), now);
    }

    private void write(AlarmRule rule, long alarm, Alarm what, String event, String subject, Instant now) {
        if (!rule.mailTo().isEmpty()) {
            String text = what.words() + "\n\nSince " + what.raised()
                    + what.cleared().map(at -> ", over at " + at).orElse("") + ".\nThe rule: " + rule.words() + ".\n";
            store.addMessage(alarm, rule, Way.MAIL, subject, text, now);
        }
        if (!rule.webhook().isEmpty()) {
            Map<String, Object> body = new LinkedHashMap<>();
            body.put("event", event);
            body.put("alarm", alarm);
            body.put("rule", rule.name());
            body.put("subject", what.subject());
            body.put("words", what.words());
            body.put("since", what.raised().toString());
            what.cleared().ifPresent(at -> body.put("over", at.toString()));
            store.addMessage(alarm, rule, Way.WEBHOOK, subject, json.writeValueAsString(body), now);
        }
    }

    /** Sends what is due. */
    void send() {
        for (Message message : store.due(clock.instant())) {
            Optional<String> trouble = message.way() == Way.MAIL ? mailer.send(message) : call(message);
            Instant now = clock.instant();
            int tries = message.tries() + 1;
            if (trouble.isEmpty()) {
                store.tried(message.id(), MessageState.SENT, tries, Optional.empty(), "");
                continue;
            }
            Optional<Instant> again = Retry.after(tries, now);
            store.tried(
                    message.id(),
                    again.isPresent() ? MessageState.WAITING : MessageState.GIVEN_UP,
                    tries,
                    again,
                    trouble.get());
        }
    }

    private Optional<String> call(Message message) {
        Instant now = clock.instant();
        Optional<String> key = store.signing(message.rule());
        return key.isEmpty()
                ? Optional.of("Its rule was removed.")
                : webhooks.post(
                        message.target(),
                        message.body(),
                        now,
                        WebhookSignature.of(key.get().getBytes(StandardCharsets.UTF_8), now, message.body()));
    }
}
