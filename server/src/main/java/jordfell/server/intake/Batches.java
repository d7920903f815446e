package jordfell.server.intake;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.intake.EnrolPlan;
import jordfell.server.change.Acts;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** What was enrolled together: who, when, from which file, and what came of it. */
@Component
public class Batches {

    /**
     * A batch as it was enrolled.
     *
     * @param source the file's name, or empty text
     * @param places the sites of its devices
     * @param changed devices that were there and were changed
     * @param undone whether it was taken back
     */
    record Batch(
            long id,
            String name,
            Instant at,
            String by,
            String source,
            String places,
            int devices,
            int changed,
            int extensions,
            int people,
            long actId,
            boolean undone) {}

    /** What was enrolled just now. */
    public record Enrolled(long batchId, long actId, List<Long> deviceIds) {}

    private static final int LONGEST_NAME = 200;
    private static final String SELECT =
            "select b.*, coalesce(a.undone, false) undone from enrol_batch b left join act a on a.id = b.act_id ";

    private final Jdbc jdbc;
    private final Enrolment enrolment;
    private final Acts acts;
    private final IntakeStores stores;
    private final InstantSource clock;

    Batches(Jdbc jdbc, Enrolment enrolment, Acts acts, IntakeStores stores, InstantSource clock) {
        this.jdbc = jdbc;
        this.enrolment = enrolment;
        this.acts = acts;
        this.stores = stores;
        this.clock = clock;
    }

    /** Writes all plans as one batch, which can be undone. */
    Enrolled enrol(List<EnrolPlan> plans, String name, String source) {
        String places = plans.stream()
                .map(EnrolPlan::siteId)
                .distinct()
                .flatMap(id -> stores.sites().find(id).stream())
                .map(s -> s.name())
                .collect(Collectors.joining(", "));
        String title = name.isBlank() ? source.isBlank() ? places : source : name.strip();
        long batch = jdbc.insert(
                """
                insert into enrol_batch (name, at, by_whom, source, places, devices, changed, extensions, people, act_id)
                values (?, ?, ?, ?, ?, 0, 0, 0, 0, 0)""",
                title.substring(0, Math.min(LONGEST_NAME, title.length())),
                clock.instant(),
                Audit.who(),
                source.substring(0, Math.min(LONGEST_NAME, source.length())),
                places.substring(0, Math.min(1_000, places.length())));
        Acts.Done<Enrolment.Written> done =
                acts.act(written -> words(written, places), recording -> enrolment.write(plans, batch, recording));
        Enrolment.Written written = done.result();
        jdbc.update(
                "update enrol_batch set devices = ?, changed = ?, extensions = ?, people = ?, act_id = ? where id = ?",
                written.devices().size(),
                written.changed().size(),
                written.extensions(),
                written.people(),
                done.actId(),
                batch);
        List<Long> all = new java.util.ArrayList<>(written.devices());
        all.addAll(written.changed());
        return new Enrolled(batch, done.actId(), all);
    }

    List<Batch> latest(int most) {
        return jdbc.list(SELECT + "order by b.id desc limit ?", Batches::batch, most);
    }

    Optional<Batch> find(long id) {
        return jdbc.one(SELECT + "where b.id = ?", Batches::batch, id);
    }

    private static String words(Enrolment.Written written, String places) {
        int made = written.devices().size();
        int changed = written.changed().size();
        return (made > 0 ? "enrolled " + made + (made == 1 ? " device" : " devices") + " at " + places : "")
                + (made > 0 && changed > 0 ? " and " : "")
                + (changed > 0 ? "changed " + changed + (changed == 1 ? " device" : " devices") + " from a table" : "");
    }

    private static Batch batch(Row row) throws java.sql.SQLException {
        return new Batch(
                row.number("id"),
                row.text("name"),
                row.time("at"),
                row.text("by_whom"),
                row.text("source"),
                row.text("places"),
                row.integer("devices"),
                row.integer("changed"),
                row.integer("extensions"),
                row.integer("people"),
                row.number("act_id"),
                row.yes("undone"));
    }
}
