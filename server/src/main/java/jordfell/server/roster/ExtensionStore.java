package jordfell.server.roster;

import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.roster.NumbersInUse;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.security.Sealer;
import org.springframework.stereotype.Component;

/** Extensions and their passwords, of which the newest counts and the earlier ones are kept to recognise them. */
@Component
public class ExtensionStore {

    private static final RowMapper<Extension> EXTENSION = row -> new Extension(
            row.number("id"),
            row.number("domain_id"),
            row.text("number"),
            row.text("display_name"),
            row.numberIfAny("person_id"),
            row.text("auth_user"),
            row.integer("contact_limit"),
            row.number("version"));

    private final Jdbc jdbc;
    private final Sealer sealer;
    private final InstantSource clock;

    ExtensionStore(Jdbc jdbc, Sealer sealer, InstantSource clock) {
        this.jdbc = jdbc;
        this.sealer = sealer;
        this.clock = clock;
    }

    public Optional<Extension> find(long id) {
        return jdbc.one("select * from extension where id = ?", EXTENSION, id);
    }

    public Optional<Extension> byNumber(long domainId, String number) {
        return jdbc.one("select * from extension where domain_id = ? and number = ?", EXTENSION, domainId, number);
    }

    public long add(
            long domainId,
            String number,
            String displayName,
            Optional<Long> personId,
            String authUser,
            int contactLimit) {
        return jdbc.insert("""
                insert into extension (domain_id, number, display_name, person_id, auth_user, contact_limit)
                values (?, ?, ?, ?, ?, ?)""", domainId, number, displayName, personId.orElse(null), authUser, contactLimit);
    }

    /** False if somebody else changed the extension since this version. */
    public boolean change(Extension changed) {
        return jdbc.update(
                        """
                        update extension
                        set number = ?, display_name = ?, person_id = ?, auth_user = ?, contact_limit = ?,
                            version = version + 1
                        where id = ? and version = ?""",
                        changed.number(),
                        changed.displayName(),
                        changed.personId().orElse(null),
                        changed.authUser(),
                        changed.contactLimit(),
                        changed.id(),
                        changed.version())
                == 1;
    }

    /** Removes an extension; lines that had it stay, unbound. */
    public void remove(long id) {
        jdbc.inTransaction(() -> {
            jdbc.update("update line set extension_id = null where extension_id = ?", id);
            jdbc.update("delete from setting_value where layer = 'EXTENSION' and owner = ?", Long.toString(id));
            jdbc.update("delete from extension where id = ?", id);
        });
    }

    public void setPassword(long extensionId, String password) {
        jdbc.update(
                "insert into extension_password (extension_id, sealed, since) values (?, ?, ?)",
                extensionId,
                sealer.seal(password),
                clock.instant());
    }

    /** All its passwords in clear, the present one first. */
    public List<String> passwords(long extensionId) {
        return jdbc
                .list(
                        "select sealed from extension_password where extension_id = ? order by id desc",
                        row -> row.bytes("sealed"),
                        extensionId)
                .stream()
                .map(sealer::open)
                .toList();
    }

    /** The present passwords of a domain in clear, by number. */
    public Map<String, String> currentPasswords(long domainId) {
        Map<String, String> open = new LinkedHashMap<>();
        jdbc.list("""
                        select e.number, p.sealed from extension e join extension_password p on p.extension_id = e.id
                        where e.domain_id = ?
                          and p.id = (select max(id) from extension_password where extension_id = e.id)""", row -> Map.entry(row.text("number"), row.bytes("sealed")), domainId)
                .forEach(entry -> open.put(entry.getKey(), sealer.open(entry.getValue())));
        return open;
    }

    /** The numbers in use in a domain, asked one by one. */
    public NumbersInUse numbers(long domainId) {
        return new NumbersInUse() {
            @Override
            public boolean contains(String number) {
                return byNumber(domainId, number).isPresent();
            }

            @Override
            public Optional<String> longerThan(String number) {
                return jdbc.one("""
                        select number from extension where domain_id = ? and number > ? and number < ?
                        order by number limit 1""", row -> row.text("number"), domainId, number, number + ":"); // ":" follows "9"
            }
        };
    }
}
