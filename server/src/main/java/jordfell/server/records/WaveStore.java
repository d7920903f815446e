package jordfell.server.records;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.Condition;
import jordfell.core.waves.WaveWatch;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** Waves of releases, and how their devices fare. */
@Component
public class WaveStore {

    /** How far a wave is. */
    public enum State {
        WAITING,
        RUNNING,
        CARRIED,
        /** It stopped by itself, or somebody stopped it. */
        STOPPED,
        TAKEN_BACK,
        /** It will not begin: its release was ended. */
        ENDED
    }

    /** A wave as it is kept; {@code word} says why it stopped. */
    public record Wave(
            long releaseId,
            int position,
            String name,
            WaveWatch.Starts starts,
            Optional<Instant> startsAt,
            int stopPercent,
            State state,
            Optional<Instant> startedAt,
            Optional<Instant> endedAt,
            String word) {}

    private final Jdbc jdbc;

    WaveStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public void add(Wave w) {
        jdbc.update(
                """
                insert into release_wave (release_id, position, name, starts, starts_at, stop_percent, state, word)
                values (?, ?, ?, ?, ?, ?, ?, '')""",
                w.releaseId(),
                w.position(),
                w.name(),
                w.starts().name(),
                w.startsAt().orElse(null),
                w.stopPercent(),
                w.state().name());
    }

    public List<Wave> of(long releaseId) {
        return jdbc.list(
                "select * from release_wave where release_id = ? order by position", WaveStore::wave, releaseId);
    }

    public Optional<Wave> find(long releaseId, int position) {
        return jdbc.one(
                "select * from release_wave where release_id = ? and position = ?",
                WaveStore::wave,
                releaseId,
                position);
    }

    /** Releases of which a wave runs or waits, with all their waves. */
    public List<Long> open() {
        return jdbc.list(
                "select distinct release_id from release_wave where state in ('RUNNING', 'WAITING') order by release_id",
                row -> row.number("release_id"));
    }

    /** False if the wave is not in the state that it would leave. */
    public boolean begin(long releaseId, int position, State from, Instant at, String by) {
        return jdbc.update("""
                        update release_wave set state = 'RUNNING', started_at = ?, started_by = ?, ended_at = null, word = ''
                        where release_id = ? and position = ? and state = ?""", at, by, releaseId, position, from.name()) == 1;
    }

    /** False if the wave is not in the state that it would leave. */
    public boolean end(long releaseId, int position, State from, State to, Instant at, String word) {
        return jdbc.update(
                        """
                        update release_wave set state = ?, ended_at = ?, word = ?
                        where release_id = ? and position = ? and state = ?""",
                        to.name(),
                        at,
                        word.substring(0, Math.min(500, word.length())),
                        releaseId,
                        position,
                        from.name())
                == 1;
    }

    public void stopPercent(long releaseId, int position, int percent) {
        jdbc.update(
                "update release_wave set stop_percent = ? where release_id = ? and position = ?",
                percent,
                releaseId,
                position);
    }

    /** The devices that have what a wave sent them, as they were and as they are; a newer release takes them out of it. */
    public List<WaveWatch.Member> members(long releaseId, int position) {
        return jdbc.list(
                """
                select d.id, d.label, i.before_condition, s.condition, s.word, s.rail, s.released, i.revision
                from release_item i join device d on d.id = i.device_id join device_state s on s.device_id = d.id
                join device_release r on r.device_id = i.device_id and r.item_id = i.id
                where i.release_id = ? and i.wave = ? and i.state = 'SENT' order by d.label""",
                row -> new WaveWatch.Member(
                        row.number("id"),
                        row.text("label"),
                        condition(row.text("before_condition")),
                        condition(row.text("condition")),
                        row.text("released").equals(row.text("revision"))
                                && row.text("rail").charAt(3) == 'p',
                        condition(row.text("condition")) == Condition.HELD ? row.text("word") : ""),
                releaseId,
                position);
    }

    private static Condition condition(String name) {
        return name.isEmpty() ? Condition.PARKED : Condition.valueOf(name);
    }

    private static Wave wave(Row row) throws java.sql.SQLException {
        return new Wave(
                row.number("release_id"),
                row.integer("position"),
                row.text("name"),
                WaveWatch.Starts.valueOf(row.text("starts")),
                row.timeIfAny("starts_at"),
                row.integer("stop_percent"),
                State.valueOf(row.text("state")),
                row.timeIfAny("started_at"),
                row.timeIfAny("ended_at"),
                row.text("word"));
    }
}
