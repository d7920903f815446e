package jordfell.server.closer;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** What was raised, and what was so before. */
@Component
class CloserLookStore {

    /**
     * One setting of a device that was raised.
     *
     * @param was what the device itself had said; empty if it had said nothing
     */
    record Raised(
            long device,
            String setting,
            String raisedTo,
            Optional<String> was,
            boolean wasLocked,
            String who,
            Instant began,
            Instant until) {}

    /** A device that is like another one. */
    record Similar(long id, String label) {}

    private final Jdbc jdbc;

    CloserLookStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    void add(Raised r) {
        jdbc.update(
                """
                insert into closer_look (device_id, setting, raised_to, was, was_locked, who, began, until_at)
                values (?, ?, ?, ?, ?, ?, ?, ?)""",
                r.device(),
                r.setting(),
                r.raisedTo(),
                r.was().orElse(null),
                r.wasLocked(),
                r.who(),
                r.began(),
                r.until());
    }

    List<Raised> of(long device) {
        return jdbc.list(
                "select * from closer_look where device_id = ? order by setting",
                row -> new Raised(
                        row.number("device_id"),
                        row.text("setting"),
                        row.text("raised_to"),
                        row.textIfAny("was"),
                        row.yes("was_locked"),
                        row.text("who"),
                        row.time("began"),
                        row.time("until_at")),
                device);
    }

    void remove(long device) {
        jdbc.update("delete from closer_look where device_id = ?", device);
    }

    /** The devices whose time is over. */
    List<Long> due(Instant now) {
        return jdbc.list(
                "select distinct device_id from closer_look where until_at <= ?", row -> row.number("device_id"), now);
    }

    /** Some of the same model at the same site that work and are not looked at already. */
    List<Similar> similar(long device, int most) {
        return jdbc.list("""
                select o.id, o.label from device d join device o on o.model_id = d.model_id and o.site_id = d.site_id
                join device_state s on s.device_id = o.id
                where d.id = ? and o.id <> d.id and o.standing = 'IN_USE' and s.condition in ('CARRYING', 'PROVEN')
                  and not exists (select 1 from closer_look c where c.device_id = o.id)
                order by o.id limit ?""", row -> new Similar(row.number("id"), row.text("label")), device, most);
    }
}
