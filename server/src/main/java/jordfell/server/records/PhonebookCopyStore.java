package jordfell.server.records;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.phonebook.Contact;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Last good copies of lists that are kept elsewhere. */
@Component
public class PhonebookCopyStore {

    private static final RowMapper<Copy> COPY = row -> new Copy(
            row.number("phonebook_id"),
            row.text("address"),
            row.timeIfAny("tried_at"),
            row.timeIfAny("copied_at"),
            row.text("tag"),
            row.text("trouble"),
            ContactJson.contacts(row.bytes("contacts")),
            row.bytesIfAny("waiting").map(ContactJson::contacts));

    /**
     * A copy.
     *
     * @param copiedAt when it was there and good; empty before the first
     * @param tag what the address called it (RFC 9110 §8.8.3)
     * @param trouble what was wrong the last time; empty for nothing
     * @param waiting a later one that is not taken unless somebody says so
     */
    public record Copy(
            long phonebookId,
            String address,
            Optional<Instant> triedAt,
            Optional<Instant> copiedAt,
            String tag,
            String trouble,
            List<Contact> contacts,
            Optional<List<Contact>> waiting) {}

    private final Jdbc jdbc;

    PhonebookCopyStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Optional<Copy> find(long phonebookId, String address) {
        return jdbc.one(
                "select * from phonebook_copy where phonebook_id = ? and address = ?", COPY, phonebookId, address);
    }

    /** Keeps it in place of the one before. */
    public void put(Copy copy) {
        @Nullable
        Object[] values = {
            copy.triedAt().orElse(null),
            copy.copiedAt().orElse(null),
            copy.tag(),
            copy.trouble(),
            ContactJson.write(copy.contacts()),
            copy.waiting().map(ContactJson::write).orElse(null),
            copy.phonebookId(),
            copy.address()
        };
        if (jdbc.update(
                        "update phonebook_copy set tried_at = ?, copied_at = ?, tag = ?, trouble = ?, contacts = ?, waiting = ?"
                                + " where phonebook_id = ? and address = ?",
                        values)
                == 0) {
            jdbc.update(
                    "insert into phonebook_copy (tried_at, copied_at, tag, trouble, contacts, waiting, phonebook_id, address)"
                            + " values (?, ?, ?, ?, ?, ?, ?, ?)",
                    values);
        }
    }
}
