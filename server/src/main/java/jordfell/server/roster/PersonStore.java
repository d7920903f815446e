package jordfell.server.roster;

import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** People. */
@Component
public class PersonStore {

    /** Somebody who may have extensions. */
    public record Person(long id, long domainId, String name, String email, String department, long version) {}

    private static final RowMapper<Person> PERSON = row -> new Person(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.text("email"),
            row.text("department"),
            row.number("version"));

    private final Jdbc jdbc;

    PersonStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public List<Person> all(long domainId) {
        return jdbc.list("select * from person where domain_id = ? order by name", PERSON, domainId);
    }

    public Optional<Person> find(long id) {
        return jdbc.one("select * from person where id = ?", PERSON, id);
    }

    public List<Person> named(long domainId, String name) {
        return jdbc.list("select * from person where domain_id = ? and lower(name) = lower(?)", PERSON, domainId, name);
    }

    public long add(long domainId, String name, String email, String department) {
        return jdbc.insert(
                "insert into person (domain_id, name, email, department) values (?, ?, ?, ?)",
                domainId,
                name,
                email,
                department);
    }

    /** False if somebody else changed the person since this version. */
    public boolean change(long id, long version, String name, String email, String department) {
        return jdbc.update("""
                        update person set name = ?, email = ?, department = ?, version = version + 1
                        where id = ? and version = ?""", name, email, department, id, version) == 1;
    }
}
