package jordfell.server.alarm;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.Map;
import jordfell.core.alarm.AlarmKind;
import jordfell.core.alarm.AlarmRule;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Looks what of a rule is so now: which site, node, certificate or extension, each with a sentence. */
@Component
class AlarmEyes {

    private static final int MOST_SUBJECTS = 100;

    private final Jdbc jdbc;
    private final Certificates certificates;

    AlarmEyes(Jdbc jdbc, Certificates certificates) {
        this.jdbc = jdbc;
        this.certificates = certificates;
    }

    /**
     * What is so, by its subject.
     *
     * @param since from when on it counts, which is earlier for what was raised before
     */
    Map<String, String> look(AlarmRule rule, Instant since, Instant now) {
        Map<String, String> found = new LinkedHashMap<>();
        switch (rule.kind()) {
            case SILENT, HELD -> devices(rule, since, found);
            case NODE_DOWN -> nodes(found);
            case CERTIFICATE -> certificates(rule, now, found);
            case STRAYS -> strays(rule, since, found);
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

    /** Those that asked again within the time, and so often at all. */
    private void strays(AlarmRule rule, Instant since, Map<String, String> found) {
        jdbc.list(
                """
                select domain, number, sum(times) n, count(*) agents from stray where last_at >= ?
                group by domain, number having sum(times) >= ? order by n desc limit ?""",
                row -> found.put(
                        row.text("number") + "@" + row.text("domain"),
                        row.number("n") + " tries to register " + row.text("number") + " came from "
                                + row.number("agents")
                                + (row.number("agents") == 1 ? " agent" : " agents") + " of nobody’s."),
                since,
                rule.count(),
                MOST_SUBJECTS);
    }
}
