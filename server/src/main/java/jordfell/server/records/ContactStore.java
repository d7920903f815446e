package jordfell.server.records;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Contacts that somebody wrote into a phonebook itself. */
@Component
public class ContactStore {

    private static final RowMapper<Kept> KEPT = row -> new Kept(
            row.number("id"),
            row.number("phonebook_id"),
            new Contact(
                    new ContactName(row.text("family"), row.text("given")),
                    row.text("department"),
                    ContactJson.numbers(row.text("numbers")),
                    row.text("note")),
            row.number("version"));

    /** A contact with its number in the database. */
    public record Kept(long id, long phonebookId, Contact contact, long version) {}

    private final Jdbc jdbc;

    ContactStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Those of a phonebook, as they were written. */
    public List<Kept> of(long phonebookId) {
        return jdbc.list("select * from contact where phonebook_id = ? order by id", KEPT, phonebookId);
    }

    /** How many there are of a phonebook. */
    public int count(long phonebookId) {
        return jdbc.one("select count(*) n from contact where phonebook_id = ?", row -> row.integer("n"), phonebookId)
                .orElse(0);
    }

    public Optional<Kept> find(long id) {
        return jdbc.one("select * from contact where id = ?", KEPT, id);
    }

    /** Adds contacts, and gives their ids in the same order. */
    public List<Long> add(long phonebookId, List<Contact> contacts) {
        return jdbc.insertAll(
                "insert into contact (phonebook_id, family, given, department, numbers, note) values (?, ?, ?, ?, ?, ?)",
                contacts.stream()
                        .map(c -> new @Nullable Object[] {
                            phonebookId,
                            c.name().family(),
                            c.name().given(),
                            c.department(),
                            ContactJson.text(c.numbers()),
                            c.note()
                        })
                        .toList());
    }

    /** False if somebody else changed it since this version. */
    public boolean change(long id, Contact contact, long version) {
        return jdbc.update(
                        "update contact set family = ?, given = ?, department = ?, numbers = ?, note = ?,"
                                + " version = version + 1 where id = ? and version = ?",
                        contact.name().family(),
                        contact.name().given(),
                        contact.department(),
                        ContactJson.text(contact.numbers()),
                        contact.note(),
                        id,
                        version)
                == 1;
    }

    public void remove(Collection<Long> ids) {
        jdbc.batch(
                "delete from contact where id = ?",
                ids.stream().map(id -> new @Nullable Object[] {id}).toList());
    }
}
