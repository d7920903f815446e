package jordfell.server.alarm;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import jordfell.core.alarm.AlarmKind;
import jordfell.core.alarm.AlarmRule;
import jordfell.core.alarm.Totals;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Looks what of a rule is so now: which site, node, certificate or extension, each with a sentence. */
@Component
class AlarmEyes {

    private static final int MOST_SUBJECTS = 100;
    private static final int MOST_NUMBERS = 10_000;

    private final Jdbc jdbc;
    private final Certificates certificates;
    private final Totals tries = new Totals(AlarmRule.LONGEST);

    AlarmEyes(Jdbc jdbc, Certificates certificates) {
        this.jdbc = jdbc;
        this.certificates = certificates;
    }

    /** Looks at what only grows: what of it came within a time is told from one look to the next. */
    void begin(Instant now) {
        tries.look(tries(new HashMap<>()), now);
    }

    /** What is so now, by its subject. */
    Map<String, String> look(AlarmRule rule, Instant now) {
        return look(rule, now.minus(rule.within()), rule.count(), now);
    }

    /**
     * What was raised and goes on. Devices that are held or silent are so however long ago it came together; knocks go on while
     * there is any.
     *
     * @param raised when the first of it was
     */
    Map<String, String> lasting(AlarmRule rule, Instant raised, Instant now) {
        return rule.kind() == AlarmKind.STRAYS
                ? look(rule, now.minus(rule.within()), 1, now)
                : look(rule, (raised.isBefore(now) ? raised : now).minus(rule.within()), rule.count(), now);
    }

    private Map<String, String> look(AlarmRule rule, Instant since, int count, Instant now) {
        Map<String, String> found = new LinkedHashMap<>();
        switch (rule.kind()) {
            case SILENT, HELD -> devices(rule, since, found);
            case NODE_DOWN -> nodes(found);
            case CERTIFICATE -> certificates(rule, now, found);
            case STRAYS -> strays(since, count, found);
            default -> throw new IllegalStateException("no such kind: " + rule.kind());
        }
        return found;
    }

    private void devices(AlarmRule rule, Instant since, Map<String, String> found) {
        String condition = rule.kind() == AlarmKind.SILENT ? "SILENT" : "HELD";
        jdbc.list(
                """
                select s.name site, count(*) n from device_state t join device d on d.id = t.device_id
                join site s on s.id = d.site_id where t.condition = ? and t.since >= ?
                group by s.name having count(*) >= ? order by n desc limit ?""",
                row -> found.put(
                        row.text("site"),
                        row.number("n") + (row.number("n") == 1 ? " device of " : " devices of ") + row.text("site")
                                + (rule.kind() == AlarmKind.SILENT
                                        ? " fell silent since "
                                        : " are held, each since then at the earliest: ")
                                + since.truncatedTo(ChronoUnit.MINUTES) + "."),
                condition,
                since,
                rule.count(),
                MOST_SUBJECTS);
    }

    private void nodes(Map<String, String> found) {
        jdbc.list(
                "select variant, count(*) n from device_state where cause = 'node-down' group by variant limit ?",
                row -> found.put(
                        row.text("variant"),
                        row.text("variant") + " hears nobody; " + row.number("n")
                                + (row.number("n") == 1 ? " device depends on it." : " devices depend on it.")),
                MOST_SUBJECTS);
    }

    private void certificates(AlarmRule rule, Instant now, Map<String, String> found) {
        certificates.validUntil().forEach((node, until) -> {
            if (until.isBefore(now.plus(Duration.ofDays(rule.count())))) {
                found.put(
                        node,
                        until.isBefore(now)
                                ? "The certificate of " + node + " ran out at " + until + "."
                                : "The certificate of " + node + " runs out at " + until + ".");
            }
        });
    }

    /** The numbers that nobody’s agents tried so often since then. */
    private void strays(Instant since, int count, Map<String, String> found) {
        Map<String, Long> agents = new HashMap<>();
        Map<String, Long> now = tries(agents);
        tries.since(now, since).entrySet().stream()
                .filter(e -> e.getValue() >= count)
                .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
                .limit(MOST_SUBJECTS)
                .forEach(e -> found.put(
                        e.getKey(),
                        e.getValue() + (e.getValue() == 1 ? " try" : " tries") + " to register "
                                + e.getKey().substring(0, e.getKey().indexOf('@')) + " since "
                                + since.truncatedTo(ChronoUnit.MINUTES) + "; " + agents.get(e.getKey())
                                + (agents.get(e.getKey()) == 1 ? " agent" : " agents")
                                + " of nobody’s tried it."));
    }

    /** How often each number was tried by nobody’s agents in all. */
    private Map<String, Long> tries(Map<String, Long> agents) {
        Map<String, Long> totals = new HashMap<>();
        jdbc.list(
                "select domain, number, sum(times) n, count(*) agents from stray group by domain, number limit ?",
                row -> {
                    String subject = row.text("number") + "@" + row.text("domain");
                    agents.put(subject, row.number("agents"));
                    return totals.put(subject, row.number("n"));
                },
                MOST_NUMBERS);
        return totals;
    }
}
