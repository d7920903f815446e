package jordfell.server.records;

import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** The scenario that runs in the Lab. */
@Component
public class LabRehearsalStore {

    private final Jdbc jdbc;

    LabRehearsalStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Optional<String> running() {
        return jdbc.one("select rehearsal from lab_rehearsal", row -> row.text("rehearsal"));
    }

    public void keep(String rehearsal) {
        jdbc.update("merge into lab_rehearsal (id, rehearsal) key (id) values (1, ?)", rehearsal);
    }

    public void forget() {
        jdbc.update("delete from lab_rehearsal");
    }
}
