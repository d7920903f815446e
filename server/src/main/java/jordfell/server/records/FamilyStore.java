package jordfell.server.records;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.render.Letters;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Families that technicians wrote. */
@Component
public class FamilyStore {

    /** A family with what only people need to know. */
    public record Written(Family family, String note, Instant changedAt, String changedBy, long version) {}

    private static final RowMapper<Written> WRITTEN = row -> new Written(
            new Family(
                    row.text("id"),
                    row.text("name"),
                    row.text("content_type"),
                    row.text("before_mac"),
                    row.text("after_mac"),
                    Escaping.valueOf(row.text("escaping")),
                    row.text("body"),
                    row.text("phonebook"),
                    Letters.valueOf(row.text("letters"))),
            row.text("note"),
            row.time("changed_at"),
            row.text("changed_by"),
            row.number("version"));

    private final Jdbc jdbc;
    private final InstantSource clock;

    FamilyStore(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public List<Written> all() {
        return jdbc.list("select * from family order by name, id", WRITTEN);
    }

    public Optional<Written> find(String id) {
        return jdbc.one("select * from family where id = ?", WRITTEN, id);
    }

    public void add(Family f, String note) {
        jdbc.update(
                """
                insert into family (id, name, content_type, before_mac, after_mac, escaping, body, phonebook, letters, note,
                                    changed_at, changed_by)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                f.id(),
                f.name(),
                f.contentType(),
                f.before(),
                f.after(),
                f.escaping().name(),
                f.body(),
                f.phonebook(),
                f.letters().name(),
                note,
                clock.instant(),
                Audit.who());
    }

    /** False if somebody else changed the family since this version. */
    public boolean change(Family f, String note, long version) {
        return jdbc.update(
                        """
                        update family set name = ?, content_type = ?, before_mac = ?, after_mac = ?, escaping = ?, body = ?,
                               phonebook = ?, letters = ?, note = ?, changed_at = ?, changed_by = ?, version = version + 1
                        where id = ? and version = ?""",
                        f.name(),
                        f.contentType(),
                        f.before(),
                        f.after(),
                        f.escaping().name(),
                        f.body(),
                        f.phonebook(),
                        f.letters().name(),
                        note,
                        clock.instant(),
                        Audit.who(),
                        f.id(),
                        version)
                == 1;
    }
}
