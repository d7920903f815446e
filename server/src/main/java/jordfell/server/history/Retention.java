package jordfell.server.history;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.ObservationOrder;
import jordfell.core.history.Point;
import jordfell.core.milestone.Milestones;
import jordfell.server.config.JordfellProperties;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.keeping.DataWatch;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Lets evidence go when it is old, or when there is too much of it. What it came to stays, and so does what showed a finding.
 * How much went is counted on the device.
 */
@Component
class Retention {

    private static final Logger log = LoggerFactory.getLogger(Retention.class);
    private static final int AT_ONCE = 2_000;
    private static final int SAMPLE = 1_000;

    /** What a row takes besides its data, its two indices too; bytes. */
    private static final int ROW = 200;

    /** Not pinned by a finding: from a little before it was told until a little after. */
    private static final String UNPINNED = """
             and not exists (select 1 from finding f where f.device_id = e.device_id
                             and e.first_at <= dateadd(minute, 2, f.opened_at)
                             and e.last_at >= dateadd(minute, -10, f.opened_at))""";

    /** What a history does not rest on any more: it is part of what is settled, or its device is gone. */
    private static final String SETTLED = """
             and (exists (select 1 from history h where h.device_id = e.device_id and h.settled_at > e.last_at)
                  or not exists (select 1 from device d where d.id = e.device_id))""";

    private record Row(long id, long device, Instant last, List<Observation> newest) {}

    private final Jdbc jdbc;
    private final EpisodeStore episodes;
    private final HistoryStore histories;
    private final DataWatch watch;
    private final InstantSource clock;
    private final Duration age;
    private final long bytes;

    Retention(
            Jdbc jdbc,
            EpisodeStore episodes,
            HistoryStore histories,
            DataWatch watch,
            InstantSource clock,
            JordfellProperties properties) {
        this.jdbc = jdbc;
        this.episodes = episodes;
        this.histories = histories;
        this.watch = watch;
        this.clock = clock;
        this.age = Duration.ofDays(properties.evidenceDays());
        this.bytes = properties.evidenceMb() * 1_000_000L;
    }

    @Scheduled(initialDelayString = "PT10M", fixedDelayString = "PT1H")
    void tidy() {
        if (!watch.mayWrite()) {
            return;
        }
        int old = letGoBefore(clock.instant().minus(age), Integer.MAX_VALUE);
        long surplus = surplus();
        int large = surplus > 0 ? letGoBefore(clock.instant(), (int) Math.min(surplus, Integer.MAX_VALUE)) : 0;
        if (old + large > 0) {
            log.info("Evidence let go: {} episodes by age, {} by size", old, large);
        }
    }

    /** How many episodes there are too many, taken from what one takes on average: the newest begin small, and grow. */
    private long surplus() {
        long rows = jdbc.one("select count(*) n from episode", row -> row.number("n"))
                .orElse(0L);
        if (rows == 0) {
            return 0;
        }
        double each = jdbc.one(
                        "select avg(cast(octet_length(data) as double)) + " + ROW + " a from"
                                + " ((select data from episode order by id desc limit " + SAMPLE + ") union all"
                                + " (select data from episode order by id limit " + SAMPLE + "))",
                        row -> (double) row.number("a"))
                .orElse(0.0);
        return each == 0 ? 0 : Math.max(0, rows - (long) (bytes / each));
    }

    /** Lets the oldest go, at most so many; how many went. */
    int letGoBefore(Instant moment, int most) {
        int gone = 0;
        while (gone < most && watch.mayWrite()) {
            int limit = Math.min(AT_ONCE, most - gone);
            int some = jdbc.inTransaction(() -> letSomeGo(moment, limit));
            gone += some;
            if (some < limit) {
                break;
            }
        }
        return gone;
    }

    private int letSomeGo(Instant moment, int most) {
        List<Row> rows = jdbc.list(
                "select id, device_id, last_at, data from episode e where last_at < ?" + UNPINNED + SETTLED
                        + " order by last_at limit ?",
                row -> new Row(
                        row.number("id"),
                        row.number("device_id"),
                        row.time("last_at"),
                        EvidenceJson.observations(row.bytes("data"))),
                moment,
                most);
        Map<Long, List<Row>> byDevice = new LinkedHashMap<>();
        rows.forEach(row ->
                byDevice.computeIfAbsent(row.device(), d -> new ArrayList<>()).add(row));
        byDevice.forEach(this::fold);
        episodes.delete(rows.stream().map(Row::id).toList());
        return rows.size();
    }

    /** What these came to goes on in what was let go before. */
    private void fold(long device, List<Row> rows) {
        Point before = histories.letGo(device).orElseGet(() -> Point.start(Instant.EPOCH));
        Milestones reached = before.reached();
        List<Observation> observations = rows.stream()
                .flatMap(row -> row.newest().stream())
                .sorted(ObservationOrder.BY_TIME)
                .toList();
        for (Observation o : observations) {
            reached = reached.after(o);
        }
        Instant until = rows.get(rows.size() - 1).last();
        Point point = Point.start(until.isAfter(before.at()) ? until : before.at());
        histories.letGo(device, rows.size(), point.reaching(reached));
    }
}
