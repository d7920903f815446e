package jordfell.server.records;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.roster.NumbersInUse;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.security.Sealer;
import org.jspecify.annotations.Nullable;
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
            row.yes("outside"),
            row.text("permission_class"),
            row.text("outgoing"),
            row.text("pick_up_group"),
            row.number("version"));

    private static final String INSERT = """
            insert into extension (domain_id, number, display_name, person_id, auth_user, contact_limit, outside,
                                   permission_class, outgoing, pick_up_group, made_at)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";

    private final AtomicLong secretsMoved = new AtomicLong();
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

    /** The other extensions in the pick-up group of one of a domain. */
    public Set<String> pickedUpBy(long domainId, String number) {
        return new LinkedHashSet<>(jdbc.list("""
                select o.number from extension e join extension o
                  on o.domain_id = e.domain_id and o.pick_up_group = e.pick_up_group and o.id <> e.id
                where e.domain_id = ? and e.number = ? and e.pick_up_group <> '' order by o.sort_number""", row -> row.text("number"), domainId, number));
    }

    /** The permission that most extensions of a domain have; empty for none. */
    public String usualPermission(long domainId) {
        return permissionsInUse(domainId).stream().findFirst().orElse("");
    }

    /** The permissions that extensions of a domain have, the most usual first; empty for those that have none. */
    public List<String> permissionsInUse(long domainId) {
        return jdbc.list(
                "select permission_class from extension where domain_id = ? group by permission_class"
                        + " order by count(*) desc, permission_class",
                row -> row.text("permission_class"),
                domainId);
    }

    /** Adds an extension; its own id and version are ignored. */
    public long add(Extension extension) {
        return jdbc.insert(INSERT, values(extension));
    }

    /** Adds extensions with their passwords, and gives their ids in the same order. */
    public List<Long> addAll(List<Extension> all, List<String> passwords) {
        List<Long> ids = jdbc.insertAll(INSERT, all.stream().map(this::values).toList());
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (int i = 0; i < ids.size(); i++) {
            rows.add(new @Nullable Object[] {ids.get(i), sealer.seal(passwords.get(i)), clock.instant()});
        }
        jdbc.batch("insert into extension_password (extension_id, sealed, since) values (?, ?, ?)", rows);
        afterCommit(secretsMoved::incrementAndGet);
        return ids;
    }

    private @Nullable Object[] values(Extension e) {
        return new @Nullable Object[] {
            e.domainId(),
            e.number(),
            e.displayName(),
            e.personId().orElse(null),
            e.authUser(),
            e.contactLimit(),
            e.outside(),
            e.permissionClass(),
            e.outgoing(),
            e.pickUpGroup(),
            clock.instant()
        };
    }

    /** False if somebody else changed the extension since this version. */
    public boolean change(Extension changed) {
        return jdbc.update(
                        """
                        update extension
                        set number = ?, display_name = ?, person_id = ?, auth_user = ?, contact_limit = ?,
                            outside = ?, permission_class = ?, outgoing = ?, pick_up_group = ?, version = version + 1
                        where id = ? and version = ?""",
                        changed.number(),
                        changed.displayName(),
                        changed.personId().orElse(null),
                        changed.authUser(),
                        changed.contactLimit(),
                        changed.outside(),
                        changed.permissionClass(),
                        changed.outgoing(),
                        changed.pickUpGroup(),
                        changed.id(),
                        changed.version())
                == 1;
    }

    /** Removes an extension; lines that had it stay, unbound. */
    public void remove(long id) {
        jdbc.inTransaction(() -> {
            jdbc.update("update line set extension_id = null where extension_id = ?", id);
            jdbc.update("update did set extension_id = null where extension_id = ?", id);
            jdbc.update("update did set closed_extension_id = null where closed_extension_id = ?", id);
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
        afterCommit(secretsMoved::incrementAndGet);
        bump(extensionId);
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

    /** Another number whenever a password was set: what was opened before is not all of them any more. */
    public long secretsMoved() {
        return secretsMoved.get();
    }

    /** Does something once what was changed is committed. */
    public void afterCommit(Runnable work) {
        jdbc.afterCommit(work);
    }

    /** The present passwords of a domain in clear, by number. */
    public Map<String, String> currentPasswords(long domainId) {
        Map<String, String> open = new LinkedHashMap<>();
        // The newest of each comes last: that is faster than to ask which it is, for a hundred thousand of them.
        Map<String, byte[]> newest = new LinkedHashMap<>();
        jdbc.list("""
                        select e.number, p.sealed from extension_password p join extension e on e.id = p.extension_id
                        where e.domain_id = ? order by p.id""", row -> Map.entry(row.text("number"), row.bytes("sealed")), domainId)
                .forEach(entry -> newest.put(entry.getKey(), entry.getValue()));
        newest.forEach((number, bytes) -> open.put(number, sealer.open(bytes)));
        return open;
    }

    /** The voicemail PINs of a domain in clear, by number. */
    public Map<String, String> pins(long domainId) {
        Map<String, String> open = new LinkedHashMap<>();
        jdbc.list(
                        "select number, pin from extension where domain_id = ? and pin is not null",
                        row -> Map.entry(row.text("number"), row.bytes("pin")),
                        domainId)
                .forEach(entry -> open.put(entry.getKey(), sealer.open(entry.getValue())));
        return open;
    }

    /** Makes the extension nobody's. */
    public void clearPerson(long extensionId) {
        jdbc.update("update extension set person_id = null, version = version + 1 where id = ?", extensionId);
    }

    /** Marks the extension as changed, when something that belongs to it was. */
    public void bump(long extensionId) {
        jdbc.update("update extension set version = version + 1 where id = ?", extensionId);
    }

    public void setPerson(long extensionId, long personId) {
        jdbc.update("update extension set person_id = ?, version = version + 1 where id = ?", personId, extensionId);
    }

    /** Gives the extension a voicemail PIN. */
    public void setPin(long extensionId, String pin) {
        jdbc.update("update extension set pin = ?, version = version + 1 where id = ?", sealer.seal(pin), extensionId);
    }

    public Optional<String> pin(long extensionId) {
        return jdbc
                .list(
                        "select pin from extension where id = ? and pin is not null",
                        row -> sealer.open(row.bytes("pin")),
                        extensionId)
                .stream()
                .findFirst();
    }

    public List<Extension> ofPerson(long personId) {
        return jdbc.list("select * from extension where person_id = ? order by sort_number", EXTENSION, personId);
    }

    public List<Extension> byIds(Collection<Long> ids) {
        return jdbc.list(
                "select e.* from unnest(cast(? as bigint array)) as u(i) join extension e on e.id = u.i "
                        + "order by e.sort_number",
                EXTENSION,
                (Object) ids.toArray());
    }

    /** All numbers of a domain, read at once. */
    public List<String> allNumbers(long domainId) {
        return jdbc.list(
                "select number from extension where domain_id = ? order by sort_number",
                row -> row.text("number"),
                domainId);
    }

    /** The numbers in use in a domain, those of groups as well, asked one by one. */
    public NumbersInUse numbers(long domainId) {
        return new NumbersInUse() {
            @Override
            public boolean contains(String number) {
                return jdbc.one(
                                "select 1 i from extension where domain_id = ? and number = ?"
                                        + " union all select 1 from ring_group where domain_id = ? and number = ? limit 1",
                                row -> row.integer("i"),
                                domainId,
                                number,
                                domainId,
                                number)
                        .isPresent();
            }

            @Override
            public Optional<String> longerThan(String number) {
                return jdbc.one("""
                        select number from extension where domain_id = ? and number > ? and number < ?
                        order by number limit 1""", row -> row.text("number"), domainId, number, number + ":"); // ":" follows "9"
            }
        };
    }

    /** Numbers that were made before this moment and that no device has carried since. */
    public List<String> idle(long domainId, Instant since) {
        return jdbc.list("""
                select e.number from extension e where e.domain_id = ? and e.made_at < ?
                  and not exists (select 1 from line l join device_state t on t.device_id = l.device_id
                                  where l.extension_id = e.id and t.carried_at > ?)""", row -> row.text("number"), domainId, since, since);
    }

    /** What the extensions of a range are shown as. */
    public Map<String, String> names(long domainId, int first, int last) {
        Map<String, String> names = new HashMap<>();
        jdbc.list(
                        "select number, display_name from extension where domain_id = ? and sort_number between ? and ?",
                        row -> Map.entry(row.text("number"), row.text("display_name")),
                        domainId,
                        first,
                        last)
                .forEach(e -> names.put(e.getKey(), e.getValue()));
        return names;
    }
}
