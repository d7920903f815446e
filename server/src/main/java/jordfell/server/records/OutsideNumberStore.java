package jordfell.server.records;

import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** Numbers from outside and the extensions they ring. */
@Component
public class OutsideNumberStore {

    /**
     * A number that others dial.
     *
     * @param prefix what is shown before the caller's number
     */
    public record Did(
            long id,
            long domainId,
            String e164,
            Optional<Long> extensionId,
            String prefix,
            String note,
            long version) {}

    private static final RowMapper<Did> DID = row -> new Did(
            row.number("id"),
            row.number("domain_id"),
            row.text("e164"),
            row.numberIfAny("extension_id"),
            row.text("prefix"),
            row.text("note"),
            row.number("version"));

    private final Jdbc jdbc;

    OutsideNumberStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Optional<Did> find(long id) {
        return jdbc.one("select * from did where id = ?", DID, id);
    }

    public Optional<Did> byNumber(String e164) {
        return jdbc.one("select * from did where e164 = ?", DID, e164);
    }

    public List<Did> ringing(long extensionId) {
        return jdbc.list("select * from did where extension_id = ? order by e164", DID, extensionId);
    }

    public long add(Did did) {
        return jdbc.insert(
                "insert into did (domain_id, e164, extension_id, prefix, note) values (?, ?, ?, ?, ?)",
                did.domainId(),
                did.e164(),
                did.extensionId().orElse(null),
                did.prefix(),
                did.note());
    }

    /** False if somebody else changed the number since its version. */
    public boolean change(Did did) {
        return jdbc.update(
                        """
                        update did set e164 = ?, extension_id = ?, prefix = ?, note = ?, version = version + 1
                        where id = ? and version = ?""",
                        did.e164(),
                        did.extensionId().orElse(null),
                        did.prefix(),
                        did.note(),
                        did.id(),
                        did.version())
                == 1;
    }

    public void remove(long id) {
        jdbc.update("delete from did where id = ?", id);
    }
}
