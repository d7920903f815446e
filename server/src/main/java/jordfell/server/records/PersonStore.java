package jordfell.server.records;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** People. */
@Component
public class PersonStore {

    /**
     * Somebody who may have extensions.
     *
     * @param leftAt since when they are gone
     */
    public record Person(
            long id,
            long domainId,
            String name,
            String email,
            String mobile,
            String department,
            String language,
            String zone,
            Optional<Long> kitId,
            Optional<Instant> leftAt,
            long version) {

        /** Somebody new of whom only this is known. */
        public static Person fresh(long domainId, String name, String email, String department) {
            return new Person(0, domainId, name, email, "", department, "", "", Optional.empty(), Optional.empty(), 1);
        }
    }

    private static final RowMapper<Person> PERSON = row -> new Person(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.text("email"),
            row.text("mobile"),
            row.text("department"),
            row.text("language"),
            row.text("zone"),
            row.numberIfAny("kit_id"),
            row.timeIfAny("left_at"),
            row.number("version"));

    private static final String INSERT = """
            insert into person (domain_id, name, email, mobile, department, language, zone, kit_id)
            values (?, ?, ?, ?, ?, ?, ?, ?)""";

    private final Jdbc jdbc;

    PersonStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Optional<Person> find(long id) {
        return jdbc.one("select * from person where id = ?", PERSON, id);
    }

    public List<Person> byIds(Collection<Long> ids) {
        return jdbc.list(
                "select p.* from unnest(cast(? as bigint array)) as u(i) join person p on p.id = u.i order by p.name",
                PERSON,
                (Object) ids.toArray());
    }

    /** People of this name who have not left, whatever its case. */
    public List<Person> named(long domainId, String name) {
        return jdbc.list(
                "select * from person where lower_name = lower(?) and domain_id = ? and left_at is null",
                PERSON,
                name,
                domainId);
    }

    /** Everybody of a domain who has not left. */
    public List<Person> present(long domainId) {
        return jdbc.list("select * from person where domain_id = ? and left_at is null", PERSON, domainId);
    }

    public long add(Person person) {
        return jdbc.insert(INSERT, values(person));
    }

    public List<Long> addAll(List<Person> people) {
        return jdbc.insertAll(INSERT, people.stream().map(PersonStore::values).toList());
    }

    /** False if somebody else changed the person since their version. */
    public boolean change(Person p) {
        return jdbc.update(
                        """
                        update person set name = ?, email = ?, mobile = ?, department = ?, language = ?, zone = ?, kit_id = ?,
                               left_at = ?, version = version + 1
                        where id = ? and version = ?""",
                        p.name(),
                        p.email(),
                        p.mobile(),
                        p.department(),
                        p.language(),
                        p.zone(),
                        p.kitId().orElse(null),
                        p.leftAt().orElse(null),
                        p.id(),
                        p.version())
                == 1;
    }

    private static @Nullable Object[] values(Person p) {
        return new @Nullable Object[] {
            p.domainId(),
            p.name(),
            p.email(),
            p.mobile(),
            p.department(),
            p.language(),
            p.zone(),
            p.kitId().orElse(null)
        };
    }
}
