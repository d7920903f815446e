package jordfell.server.records;

import java.util.List;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** The faults that are switched on in the Lab, or will be. */
@Component
public class LabFaultStore {

    private final Jdbc jdbc;

    LabFaultStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Adds one; its own id is ignored. */
    public long add(Fault fault) {
        return jdbc.insert(
                "insert into lab_fault (kind, place, at, amount, since, until) values (?, ?, ?, ?, ?, ?)",
                fault.kind().name(),
                fault.where().name(),
                fault.at(),
                fault.amount(),
                fault.since(),
                fault.until().orElse(null));
    }

    public void remove(long id) {
        jdbc.update("delete from lab_fault where id = ?", id);
    }

    /** Those that there are, the oldest first. */
    public List<Fault> all() {
        return jdbc.list(
                "select * from lab_fault order by id",
                row -> new Fault(
                        row.number("id"),
                        FaultKind.valueOf(row.text("kind")),
                        FaultKind.Where.valueOf(row.text("place")),
                        row.text("at"),
                        row.integer("amount"),
                        row.time("since"),
                        row.timeIfAny("until")));
    }
}
