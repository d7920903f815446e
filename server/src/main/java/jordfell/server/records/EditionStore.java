package jordfell.server.records;

import java.time.Instant;
import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.Edition;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Editions of phonebooks: what phones are given. */
@Component
public class EditionStore {

    private static final String COLUMNS = "id, phonebook_id, edition, at, who, words, names";

    private static final RowMapper<Published> PUBLISHED = row -> new Published(
            row.number("id"),
            row.number("phonebook_id"),
            row.text("edition"),
            row.time("at"),
            row.text("who"),
            row.text("words"),
            row.integer("names"));

    /** An edition without its contacts. */
    public record Published(
            long id, long phonebookId, String edition, Instant at, String who, String words, int names) {}

    private final Jdbc jdbc;
    private final InstantSource clock;

    EditionStore(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Makes this the newest edition of a phonebook, and gives its id. */
    public long add(long phonebookId, Edition edition, String words) {
        return jdbc.insert(
                "insert into phonebook_edition (phonebook_id, edition, at, who, words, names, contacts)"
                        + " values (?, ?, ?, ?, ?, ?, ?)",
                phonebookId,
                edition.id(),
                clock.instant(),
                Audit.who(),
                words.substring(0, Math.min(300, words.length())),
                edition.contacts().size(),
                ContactJson.write(edition.contacts()));
    }

    /** The newest of each phonebook that was published. */
    public Map<Long, Published> newest() {
        Map<Long, Published> newest = new LinkedHashMap<>();
        jdbc.list(
                        "select " + COLUMNS + " from phonebook_edition where id in"
                                + " (select max(id) from phonebook_edition group by phonebook_id)",
                        PUBLISHED)
                .forEach(p -> newest.put(p.phonebookId(), p));
        return newest;
    }

    /** The contacts of the newest edition of a phonebook; none before there is one. */
    public List<Contact> contacts(long phonebookId) {
        return jdbc.one(
                        "select contacts from phonebook_edition where phonebook_id = ? order by id desc limit 1",
                        row -> ContactJson.contacts(row.bytes("contacts")),
                        phonebookId)
                .orElse(List.of());
    }

    /** All of a phonebook. */
    public List<Long> ids(long phonebookId) {
        return jdbc.list(
                "select id from phonebook_edition where phonebook_id = ?", row -> row.number("id"), phonebookId);
    }

    /** The newest edition of a phonebook. */
    public Optional<Published> newestOf(long phonebookId) {
        return jdbc.one(
                "select " + COLUMNS + " from phonebook_edition where phonebook_id = ? order by id desc limit 1",
                PUBLISHED,
                phonebookId);
    }

    /** Lets editions go that neither phones have nor an undo brings back: all but the newest ones. */
    public void letGo(long phonebookId, int kept) {
        jdbc.update(
                "delete from phonebook_edition where phonebook_id = ? and id not in"
                        + " (select id from phonebook_edition where phonebook_id = ? order by id desc limit ?)",
                phonebookId,
                phonebookId,
                kept);
    }
}
