package jordfell.server.today;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.diagnosis.Cause;
import jordfell.core.path.Stop;
import jordfell.core.triage.HeldOverTime;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** The fleet on its path, in numbers, and how many were held lately. */
@Component
class FleetToday {

    /** So many findings of the time before are looked at; a fleet that has more of them has no use for a fine line. */
    private static final int MOST_FINDINGS = 200_000;

    /**
     * A stop and how many are there.
     *
     * @param reached devices that passed it, or do not need it
     * @param held devices that are held there
     */
    record StopCount(Stop stop, long reached, long held) {}

    private final Jdbc jdbc;

    FleetToday(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    List<StopCount> stops() {
        String reached = Arrays.stream(Stop.values())
                // Past a stop is who is past all before it, too: a phone that waits to be claimed may be bound already.
                .map(stop -> "sum(case when replace(replace(substring(t.rail, 1, " + (stop.place() + 1)
                        + "), 'p', ''), '-', '') = '' then 1 else 0 end) s" + stop.place())
                .collect(Collectors.joining(", "));
        Map<String, Long> held = new HashMap<>();
        jdbc.list(
                "select held_at, count(*) n from device_state where condition = 'HELD' group by held_at",
                row -> held.put(row.text("held_at"), row.number("n")));
        return jdbc.one(
                        "select " + reached + " from device_state t join device d on d.id = t.device_id"
                                + " where d.standing = 'IN_USE'",
                        row -> counts(row, held))
                .orElse(List.of());
    }

    private static List<StopCount> counts(Row row, Map<String, Long> held) throws java.sql.SQLException {
        List<StopCount> counts = new ArrayList<>();
        for (Stop stop : Stop.values()) {
            counts.add(new StopCount(
                    stop, row.numberIfAny("s" + stop.place()).orElse(0L), held.getOrDefault(stop.name(), 0L)));
        }
        return counts;
    }

    long devices() {
        return jdbc.one("select count(*) n from device where standing = 'IN_USE'", row -> row.number("n"))
                .orElse(0L);
    }

    /** How many were held from a moment on, step by step up to now; from when on there were devices at the earliest. */
    List<HeldOverTime.Moment> held(Instant from, Instant now, int steps) {
        String beside = Arrays.stream(Cause.values())
                .filter(cause -> cause.leavesDialTone() || cause == Cause.NOT_RELEASED)
                .map(cause -> "'" + cause.slug() + "'")
                .collect(Collectors.joining(", "));
        Instant begin = jdbc.one("select min(enrolled_at) first from device", row -> row.timeIfAny("first"))
                .flatMap(first -> first)
                .filter(first -> first.isAfter(from) && first.isBefore(now))
                .orElse(from);
        List<HeldOverTime.Span> spans = jdbc.list(
                "select device_id, opened_at, closed_at from finding where (closed_at is null or closed_at > ?)"
                        + " and cause not in (" + beside + ") order by opened_at desc limit " + MOST_FINDINGS,
                row -> new HeldOverTime.Span(
                        row.number("device_id"),
                        row.time("opened_at"),
                        row.timeIfAny("closed_at").orElse(Instant.MAX)),
                begin);
        return HeldOverTime.of(spans, begin, now, steps);
    }

    /** When somebody looked last. */
    Optional<Instant> lookedAt(String login) {
        return jdbc.one("select at from looked_today where login = ?", row -> row.time("at"), login);
    }

    void looked(String login, Instant now) {
        jdbc.update("merge into looked_today key (login) values (?, ?)", login, now);
    }
}
