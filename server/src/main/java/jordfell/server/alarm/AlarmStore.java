package jordfell.server.alarm;

import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import jordfell.core.alarm.Alarm;
import jordfell.core.alarm.AlarmKind;
import jordfell.core.alarm.AlarmRule;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.security.Sealer;
import org.springframework.stereotype.Component;

/** Rules, alarms and messages. */
@Component
class AlarmStore {

    private static final int MOST_SHOWN = 50;
    private static final Duration KEPT = Duration.ofDays(90);

    record KeptRule(AlarmRule rule, long version) {}

    /** @param id of its row; 0 for one that is new */
    record KeptAlarm(long id, long rule, String name, Alarm alarm) {}

    enum Way {
        MAIL,
        WEBHOOK
    }

    enum MessageState {
        WAITING,
        SENT,
        /** Tried to the end, in vain. */
        GIVEN_UP
    }

    record Message(
            long id,
            long alarm,
            long rule,
            Way way,
            String target,
            String subject,
            String body,
            Instant made,
            MessageState state,
            int tries,
            Optional<Instant> nextTry,
            String trouble) {}

    private final Jdbc jdbc;
    private final Sealer sealer;

    AlarmStore(Jdbc jdbc, Sealer sealer) {
        this.jdbc = jdbc;
        this.sealer = sealer;
    }

    List<KeptRule> rules() {
        return jdbc.list("select * from alarm_rule order by id", AlarmStore::rule);
    }

    Optional<KeptRule> rule(long id) {
        return jdbc.one("select * from alarm_rule where id = ?", AlarmStore::rule, id);
    }

    long add(AlarmRule r, String signing) {
        return jdbc.insert(
                """
                insert into alarm_rule (name, kind, at_least, minutes, quiet_from, quiet_to, mail_to, webhook, signing, enabled)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                r.name(),
                r.kind().name(),
                r.count(),
                r.within().toMinutes(),
                time(r.quietFrom()),
                time(r.quietTo()),
                r.mailTo(),
                r.webhook(),
                sealer.seal(signing),
                r.enabled());
    }

    /** Whether it was as it was seen at that version. */
    boolean change(AlarmRule r, long version) {
        return jdbc.update(
                        """
                        update alarm_rule set name = ?, kind = ?, at_least = ?, minutes = ?, quiet_from = ?, quiet_to = ?,
                               mail_to = ?, webhook = ?, enabled = ?, version = version + 1 where id = ? and version = ?""",
                        r.name(),
                        r.kind().name(),
                        r.count(),
                        r.within().toMinutes(),
                        time(r.quietFrom()),
                        time(r.quietTo()),
                        r.mailTo(),
                        r.webhook(),
                        r.enabled(),
                        r.id(),
                        version)
                > 0;
    }

    void remove(long id) {
        jdbc.inTransaction(() -> {
            jdbc.update("delete from alarm where rule_id = ? and cleared is null", id);
            jdbc.update("delete from alarm_message where rule_id = ? and state = 'WAITING'", id);
            jdbc.update("delete from alarm_rule where id = ?", id);
        });
    }

    /** With what is posted for a rule is signed. */
    Optional<String> signing(long id) {
        return jdbc.one("select signing from alarm_rule where id = ?", row -> row.bytes("signing"), id)
                .map(sealer::open);
    }

    /** What is so now. */
    List<KeptAlarm> open() {
        return jdbc.list("select * from alarm where cleared is null order by id", AlarmStore::alarm);
    }

    /** What was so, the newest first. */
    List<KeptAlarm> lately() {
        return jdbc.list(
                "select * from alarm where cleared is not null order by id desc limit " + MOST_SHOWN,
                AlarmStore::alarm);
    }

    long keep(KeptAlarm kept) {
        Alarm a = kept.alarm();
        if (kept.id() == 0) {
            return jdbc.insert(
                    "insert into alarm (rule_id, rule, subject, words, raised, told, calm, cleared)"
                            + " values (?, ?, ?, ?, ?, ?, ?, ?)",
                    kept.rule(),
                    kept.name(),
                    cut(a.subject(), 200),
                    cut(a.words(), 1_000),
                    a.raised(),
                    a.told().orElse(null),
                    a.calm().orElse(null),
                    a.cleared().orElse(null));
        }
        jdbc.update(
                "update alarm set words = ?, told = ?, calm = ?, cleared = ? where id = ?",
                cut(a.words(), 1_000),
                a.told().orElse(null),
                a.calm().orElse(null),
                a.cleared().orElse(null),
                kept.id());
        return kept.id();
    }

    void addMessage(long alarm, AlarmRule rule, Way way, String subject, String body, Instant now) {
        jdbc.update(
                """
                insert into alarm_message (alarm_id, rule_id, way, target, subject, body, made, state, tries, next_try, trouble)
                values (?, ?, ?, ?, ?, ?, ?, 'WAITING', 0, ?, '')""",
                alarm,
                rule.id(),
                way.name(),
                way == Way.MAIL ? rule.mailTo() : rule.webhook(),
                cut(subject, 300),
                cut(body, 4_000),
                now,
                now);
    }

    List<Message> due(Instant now) {
        return jdbc.list(
                "select * from alarm_message where state = 'WAITING' and next_try <= ? order by id limit 20",
                AlarmStore::message,
                now);
    }

    List<Message> messages() {
        return jdbc.list("select * from alarm_message order by id desc limit " + MOST_SHOWN, AlarmStore::message);
    }

    /** What came of a try. */
    void tried(long id, MessageState state, int tries, Optional<Instant> next, String trouble) {
        jdbc.update(
                "update alarm_message set state = ?, tries = ?, next_try = ?, trouble = ? where id = ?",
                state.name(),
                tries,
                next.orElse(null),
                cut(trouble, 500),
                id);
    }

    void tidy(Instant now) {
        jdbc.update("delete from alarm where cleared < ?", now.minus(KEPT));
        jdbc.update("delete from alarm_message where made < ?", now.minus(KEPT));
    }

    private static KeptRule rule(Row row) throws SQLException {
        return new KeptRule(
                new AlarmRule(
                        row.number("id"),
                        row.text("name"),
                        AlarmKind.valueOf(row.text("kind")),
                        row.integer("at_least"),
                        Duration.ofMinutes(row.integer("minutes")),
                        time(row.text("quiet_from")),
                        time(row.text("quiet_to")),
                        row.text("mail_to"),
                        row.text("webhook"),
                        row.yes("enabled")),
                row.number("version"));
    }

    private static KeptAlarm alarm(Row row) throws SQLException {
        return new KeptAlarm(
                row.number("id"),
                row.number("rule_id"),
                row.text("rule"),
                new Alarm(
                        row.text("subject"),
                        row.text("words"),
                        row.time("raised"),
                        row.timeIfAny("told"),
                        row.timeIfAny("calm"),
                        row.timeIfAny("cleared")));
    }

    private static Message message(Row row) throws SQLException {
        return new Message(
                row.number("id"),
                row.number("alarm_id"),
                row.number("rule_id"),
                Way.valueOf(row.text("way")),
                row.text("target"),
                row.text("subject"),
                row.text("body"),
                row.time("made"),
                MessageState.valueOf(row.text("state")),
                row.integer("tries"),
                row.timeIfAny("next_try"),
                row.text("trouble"));
    }

    private static String time(Optional<LocalTime> time) {
        return time.map(LocalTime::toString).orElse("");
    }

    private static Optional<LocalTime> time(String text) {
        return text.isEmpty() ? Optional.empty() : Optional.of(LocalTime.parse(text));
    }

    private static String cut(String text, int most) {
        return text.substring(0, Math.min(most, text.length()));
    }
}
