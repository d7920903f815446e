package jordfell.server.triage;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import jordfell.core.diagnosis.Cause;
import jordfell.core.triage.CauseMark;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Keeps what people said of causes. */
@Component
class TriageMarks {

    /** Causes come and go: what is older says nothing of what comes again. */
    private static final Duration KEPT = Duration.ofDays(180);

    /** A cause, as lists have it. */
    record Key(String cause, String variant) {}

    private final Jdbc jdbc;
    private final Changes changes;
    private final Audit audit;
    private final InstantSource clock;

    TriageMarks(Jdbc jdbc, Changes changes, Audit audit, InstantSource clock) {
        this.jdbc = jdbc;
        this.changes = changes;
        this.audit = audit;
        this.clock = clock;
    }

    Map<Key, CauseMark> all() {
        Map<Key, CauseMark> marks = new HashMap<>();
        jdbc.list(
                "select * from triage_mark",
                row -> marks.put(
                        new Key(row.text("cause"), row.text("variant")),
                        new CauseMark(
                                row.text("taken_by"),
                                row.timeIfAny("taken_at"),
                                row.timeIfAny("aside_until"),
                                row.text("closed_by"),
                                row.timeIfAny("closed_at"),
                                row.text("closed_why"))));
        return marks;
    }

    /**
     * Changes what is said of a cause.
     *
     * @param what in the past tense, without the cause’s title, which follows it
     */
    void change(Key key, String what, UnaryOperator<CauseMark> change) {
        String title = Cause.find(key.cause()).map(Cause::title).orElseThrow(() -> RefusedException.notFound("cause"));
        Instant old = clock.instant().minus(KEPT);
        jdbc.inTransaction(() -> {
            CauseMark mark = change.apply(all().getOrDefault(key, CauseMark.NONE));
            jdbc.update("delete from triage_mark where coalesce(taken_at, closed_at, aside_until) < ?", old);
            jdbc.update(
                    "merge into triage_mark key (cause, variant) values (?, ?, ?, ?, ?, ?, ?, ?)",
                    key.cause(),
                    key.variant(),
                    mark.takenBy(),
                    mark.takenAt().orElse(null),
                    mark.asideUntil().orElse(null),
                    mark.closedBy(),
                    mark.closedAt().orElse(null),
                    mark.closedWhy());
            audit.record(what + " “" + title + "”");
            changes.tell(Subject.TRIAGE, List.of(), "");
        });
    }
}
