package jordfell.server.remedy;

import java.sql.SQLException;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.history.Aftermath;
import jordfell.core.history.FindingLife;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** What was done about findings, and what came of it; kept for good, so that it can be told what helped. */
@Component
class RemedyStore {

    private static final int MOST_SHOWN = 10;
    private static final int MOST_DEVICES = 2_000;
    private static final int MOST_HELPED = 3;
    private static final int LONGEST = 1_000;

    /** Something that was done just now. */
    record Begun(
            long device,
            FindingLife.Key key,
            String model,
            Remedy.Action action,
            String label,
            String who,
            Instant began) {}

    /**
     * Something that was done, and how that stands.
     *
     * @param at since when it stands so
     */
    record Watched(
            long id,
            long device,
            FindingLife.Key key,
            String label,
            String who,
            Instant began,
            Aftermath.State state,
            String words,
            Instant at) {}

    /** The same with the device’s label. */
    record WatchedDevice(String device, Watched watched) {}

    /** How often a remedy was followed by the end of its cause on a model. */
    record Helped(String cause, String label, long passed, long times, Instant last) {}

    private final Jdbc jdbc;

    RemedyStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Takes something that was done; what was done about the same before is watched no more. */
    void add(Begun b) {
        jdbc.inTransaction(() -> {
            jdbc.update(
                    "update remedy_done set over = true where device_id = ? and not over and cause = ?",
                    b.device(),
                    b.key().cause().slug());
            jdbc.update(
                    """
                    insert into remedy_done (device_id, cause, variant, line, model_id, action, label, who, began, state,
                                             words, at, over) values (?, ?, ?, ?, ?, ?, ?, ?, ?, 'WAITING', '', ?, false)""",
                    b.device(),
                    b.key().cause().slug(),
                    b.key().variant(),
                    b.key().line(),
                    b.model(),
                    b.action().name(),
                    cut(b.label(), 200),
                    b.who(),
                    b.began(),
                    b.began());
        });
    }

    /** Those of which it is not known yet what comes of them. */
    List<Watched> open() {
        return jdbc.list("select * from remedy_done where not over order by id", RemedyStore::watched);
    }

    /** How it stands now. */
    void stands(long id, Aftermath now, Instant at, boolean over) {
        jdbc.update(
                "update remedy_done set state = ?, words = ?, at = ?, over = ? where id = ?",
                now.state().name(),
                cut(now.words(), LONGEST),
                at,
                over,
                id);
    }

    /** Those of a device, the last first. */
    List<Watched> of(long device) {
        return jdbc.list(
                "select * from remedy_done where device_id = ? order by id desc limit ?",
                RemedyStore::watched,
                device,
                MOST_SHOWN);
    }

    /** What was done lately to any device, the last first. */
    List<WatchedDevice> lately(Instant since) {
        return jdbc.list(
                "select r.*, d.label device from remedy_done r join device d on d.id = r.device_id where r.began > ?"
                        + " order by r.id desc limit ?",
                row -> new WatchedDevice(row.text("device"), watched(row)),
                since,
                MOST_SHOWN);
    }

    /** What was done before about the causes that a device has now, on devices of its model, what helped most first. */
    List<Helped> helped(long device) {
        return jdbc.list(
                """
                select r.cause, r.label, count(*) n, sum(case when r.state = 'PASSED' then 1 else 0 end) passed, max(r.began) latest
                from remedy_done r join device d on d.model_id = r.model_id
                where d.id = ? and r.over and r.state <> 'WAITING' and r.cause in
                    (select f.cause from finding f where f.device_id = d.id and f.closed_at is null)
                group by r.cause, r.label order by passed desc, n limit ?""",
                row -> new Helped(
                        row.text("cause"),
                        row.text("label"),
                        row.number("passed"),
                        row.number("n"),
                        row.time("latest")),
                device,
                MOST_HELPED);
    }

    /** What came of what was done about a cause since a moment, by how it stands, the newest for each device. */
    Map<Aftermath.State, Long> group(String cause, String variant, Instant since) {
        Map<Aftermath.State, Long> counts = new EnumMap<>(Aftermath.State.class);
        jdbc.list(
                """
                select state, count(*) n from remedy_done r where cause = ? and variant = ? and began > ?
                and id = (select max(o.id) from remedy_done o where o.device_id = r.device_id and o.cause = r.cause)
                group by state""",
                row -> counts.put(Aftermath.State.valueOf(row.text("state")), row.number("n")),
                cause,
                variant,
                since);
        return counts;
    }

    /** The devices that a cause holds, or has something to say about. */
    List<Long> devicesWith(String cause, String variant) {
        return jdbc.list(
                "select device_id from device_state where cause = ? and variant = ? and condition <> 'PARKED' order by device_id limit ?",
                row -> row.number("device_id"),
                cause,
                variant,
                MOST_DEVICES);
    }

    private static Watched watched(Row row) throws SQLException {
        return new Watched(
                row.number("id"),
                row.number("device_id"),
                new FindingLife.Key(Cause.bySlug(row.text("cause")), row.text("variant"), row.integer("line")),
                row.text("label"),
                row.text("who"),
                row.time("began"),
                Aftermath.State.valueOf(row.text("state")),
                row.text("words"),
                row.time("at"));
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most - 1) + "…";
    }
}
