package jordfell.server.story;

import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** What technicians tell each other of devices. */
@Component
class NoteStore {

    private static final int MOST_SHOWN = 200;

    /**
     * A note.
     *
     * @param handedTo whose it is now; empty for nobody’s
     * @param doneAt when that was done
     */
    record Note(
            long id,
            long device,
            String label,
            Instant at,
            String who,
            String text,
            String handedTo,
            Optional<Instant> doneAt,
            String doneBy) {}

    private static final String SELECT =
            "select n.*, d.label from device_note n join device d on d.id = n.device_id where ";

    private final Jdbc jdbc;

    NoteStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    long add(long device, Instant at, String who, String text, String handedTo) {
        return jdbc.insert(
                "insert into device_note (device_id, at, who, text, handed_to, done_by) values (?, ?, ?, ?, ?, '')",
                device,
                at,
                who,
                text,
                handedTo);
    }

    List<Note> of(long device) {
        return jdbc.list(SELECT + "n.device_id = ? order by n.id desc limit " + MOST_SHOWN, NoteStore::note, device);
    }

    /** What was handed to somebody and is not done. */
    List<Note> handedTo(String who) {
        return jdbc.list(
                SELECT + "n.handed_to = ? and n.done_at is null order by n.id limit " + MOST_SHOWN,
                NoteStore::note,
                who);
    }

    Optional<Note> find(long id) {
        return jdbc.one(SELECT + "n.id = ?", NoteStore::note, id);
    }

    /** It is done, or is to be done again. */
    void setDone(long id, Optional<Instant> at, String who) {
        jdbc.update("update device_note set done_at = ?, done_by = ? where id = ?", at.orElse(null), who, id);
    }

    /** The names to whom something can be handed. */
    List<String> people() {
        return jdbc.list("select name from account where role <> 'VIEWER' order by name", row -> row.text("name"));
    }

    private static Note note(Row row) throws SQLException {
        return new Note(
                row.number("id"),
                row.number("device_id"),
                row.text("label"),
                row.time("at"),
                row.text("who"),
                row.text("text"),
                row.text("handed_to"),
                row.timeIfAny("done_at"),
                row.text("done_by"));
    }
}
