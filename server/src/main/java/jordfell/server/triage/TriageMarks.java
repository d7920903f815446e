package jordfell.server.triage;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.Cause;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What people said of causes: who works on one, until when it waits, and why it was closed. */
@Component
class TriageMarks {

    private static final Duration LONGEST_ASIDE = Duration.ofDays(90);
    private static final int LONGEST_WHY = 300;

    /** Causes come and go: what is older says nothing of what comes again. */
    private static final Duration KEPT = Duration.ofDays(180);

    /** A cause, as lists have it. */
    record Key(String cause, String variant) {}

    /**
     * What was said of one.
     *
     * @param takenBy empty for nobody
     */
    record Mark(
            String takenBy,
            @Nullable Instant takenAt,
            @Nullable Instant asideUntil,
            String closedBy,
            @Nullable Instant closedAt,
            String closedWhy) {

        static final Mark NONE = new Mark("", null, null, "", null, "");

        /** Whether it is out of the way now: a device that comes to it afterwards brings it back. */
        boolean isAside(Instant newest, Instant now) {
            boolean waits = asideUntil != null && asideUntil.isAfter(now);
            boolean closed = closedAt != null && !newest.isAfter(closedAt);
            return waits || closed;
        }
    }

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

    Map<Key, Mark> all() {
        Map<Key, Mark> marks = new HashMap<>();
        jdbc.list("select * from triage_mark", row -> {
            marks.put(
                    new Key(row.text("cause"), row.text("variant")),
                    new Mark(
                            row.text("taken_by"),
                            row.timeIfAny("taken_at").orElse(null),
                            row.timeIfAny("aside_until").orElse(null),
                            row.text("closed_by"),
                            row.timeIfAny("closed_at").orElse(null),
                            row.text("closed_why")));
            return 0;
        });
        return marks;
    }

    /** Somebody works on it from now on, in place of whoever did. */
    void take(Key key) {
        Mark before = of(key);
        put(key, new Mark(Audit.who(), clock.instant(), before.asideUntil(), "", null, ""), "took “%s”");
    }

    /** Nobody works on it. */
    void leave(Key key) {
        Mark before = of(key);
        put(
                key,
                new Mark("", null, before.asideUntil(), before.closedBy(), before.closedAt(), before.closedWhy()),
                "left “%s”");
    }

    /** It waits until a moment. */
    void setAside(Key key, @Nullable Instant until) {
        Instant now = clock.instant();
        if (until == null || !until.isAfter(now) || until.isAfter(now.plus(LONGEST_ASIDE))) {
            throw RefusedException.field(
                    "/until", "It can’t wait until then.", "A moment to come, at most 90 days from now.");
        }
        Mark before = of(key);
        put(key, new Mark(before.takenBy(), before.takenAt(), until, "", null, ""), "set “%s” aside");
    }

    /** It is out of the way until another device comes to it. */
    void close(Key key, @Nullable String why) {
        String reason = why == null ? "" : why.strip();
        if (reason.isEmpty() || reason.length() > LONGEST_WHY) {
            throw RefusedException.field(
                    "/why",
                    reason.isEmpty() ? "The reason is missing." : "The reason is too long.",
                    "One line for whoever finds it next: such as “their cable is ordered”.");
        }
        Mark before = of(key);
        put(
                key,
                new Mark(before.takenBy(), before.takenAt(), null, Audit.who(), clock.instant(), reason),
                "closed “%s”: " + reason.replace("%", "%%"));
    }

    /** It is there again. */
    void reopen(Key key) {
        Mark before = of(key);
        put(key, new Mark(before.takenBy(), before.takenAt(), null, "", null, ""), "opened “%s” again");
    }

    private Mark of(Key key) {
        return Optional.ofNullable(all().get(key)).orElse(Mark.NONE);
    }

    private void put(Key key, Mark mark, String what) {
        String title = Cause.find(key.cause()).map(Cause::title).orElseThrow(() -> RefusedException.notFound("cause"));
        jdbc.inTransaction(() -> {
            jdbc.update("delete from triage_mark where coalesce(taken_at, closed_at, aside_until) < ?", old());
            jdbc.update(
                    "merge into triage_mark key (cause, variant) values (?, ?, ?, ?, ?, ?, ?, ?)",
                    key.cause(),
                    key.variant(),
                    mark.takenBy(),
                    mark.takenAt(),
                    mark.asideUntil(),
                    mark.closedBy(),
                    mark.closedAt(),
                    mark.closedWhy());
            audit.record(String.format(what, title));
            changes.tell(Subject.TRIAGE, List.of(), "");
        });
    }

    private Instant old() {
        return clock.instant().minus(KEPT);
    }
}
