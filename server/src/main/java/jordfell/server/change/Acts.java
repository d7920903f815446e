package jordfell.server.change;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import jordfell.server.jdbc.DeadlockException;
import jordfell.server.jdbc.DuplicateKeyException;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.StillPointedToException;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.SettingStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Does things so that they can be undone and done again. */
@Component
public class Acts {

    /** An act in a list. */
    public record Act(
            long id,
            Instant at,
            String who,
            String title,
            boolean undone,
            @Nullable Instant turnedAt,
            String turnedBy) {}

    /** What was done, and under which number it can be undone. */
    public record Done<T>(long actId, T result) {}

    private static final int TRIES = 5;

    private final Jdbc jdbc;
    private final Images images;
    private final JsonMapper json;
    private final SettingStore settings;
    private final Changes changes;
    private final Audit audit;
    private final InstantSource clock;

    Acts(
            Jdbc jdbc,
            Images images,
            JsonMapper json,
            SettingStore settings,
            Changes changes,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.images = images;
        this.json = json;
        this.settings = settings;
        this.changes = changes;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * Does all of the work in one transaction and keeps how to take it back.
     *
     * @param title what was done, in the past tense, told from its result
     */
    public <T> Done<T> act(Function<T, String> title, Function<Recording, T> work) {
        return jdbc.inTransaction(() -> {
            Recording recording = new Recording(images);
            T result = work.apply(recording);
            Journal journal = withVersions(recording.journal());
            String words = title.apply(result);
            long id = jdbc.insert(
                    "insert into act (at, who, title, journal) values (?, ?, ?, ?)",
                    clock.instant(),
                    Audit.who(),
                    words.substring(0, Math.min(300, words.length())),
                    json.writeValueAsString(journal));
            audit.record(words);
            tell(journal, words);
            return new Done<>(id, result);
        });
    }

    public List<Act> latest(int most) {
        return jdbc.list("select * from act order by id desc limit ?", Acts::act, most);
    }

    public Optional<Act> find(long id) {
        return jdbc.one("select * from act where id = ?", Acts::act, id);
    }

    /** Takes the act back. */
    public void undo(long id) {
        turn(id, false);
    }

    /** Does an act again that was taken back, with the same keys and secrets. */
    public void redo(long id) {
        turn(id, true);
    }

    /** What is written beside it all the time may stand in its way for a moment. */
    private void turn(long id, boolean undone) {
        for (int left = TRIES; ; left--) {
            try {
                turnOnce(id, undone);
                return;
            } catch (DeadlockException e) {
                if (left == 1) {
                    throw e;
                }
            }
        }
    }

    private void turnOnce(long id, boolean undone) {
        jdbc.inTransaction(() -> {
            Act act = find(id).orElseThrow(() -> RefusedException.notFound("act"));
            if (act.undone() != undone) {
                throw RefusedException.field(
                        "/",
                        "“" + act.title() + "” was "
                                + (undone ? "not undone." : "undone already by " + act.turnedBy() + "."),
                        "Load again to see how things stand.");
            }
            // Two who turn it at once: the row is the second one's only when the first one is done.
            if (jdbc.update("update act set undone = ? where id = ? and undone = ?", !undone, id, undone) == 0) {
                throw RefusedException.changedMeanwhile("act");
            }
            String kept = jdbc.one("select journal from act where id = ?", row -> row.text("journal"), id)
                    .orElseThrow();
            if (kept.equals(OldActs.FORGOTTEN)) {
                throw RefusedException.field(
                        "/", "What “" + act.title() + "” would bring back is not kept so long.", "Change it by hand.");
            }
            Journal journal = json.readValue(kept, Journal.class);
            Journal turned;
            try {
                refuseIfInUse(journal);
                turned = turned(journal);
            } catch (DuplicateKeyException e) {
                throw RefusedException.field(
                        "/",
                        "A MAC, number or name of it was given to something else since.",
                        "Free it there first, then try again.");
            } catch (StillPointedToException e) {
                throw RefusedException.field(
                        "/",
                        "Others have come to use it since: undoing would take it away under them.",
                        "Give them something else first, then try again.");
            }
            jdbc.update(
                    "update act set turned_at = ?, turned_by = ?, journal = ? where id = ?",
                    clock.instant(),
                    Audit.who(),
                    json.writeValueAsString(turned),
                    id);
            String words = (undone ? "did again: " : "undid: ") + act.title();
            audit.record(words);
            tell(journal, words);
            tell(turned, words);
        });
    }

    private Journal turned(Journal journal) {
        Journal turned = Journal.empty();
        List<Kept> kinds = new ArrayList<>(List.of(Kept.values()));
        java.util.Collections.reverse(kinds);
        for (Kept kind : kinds) {
            List<String> made = journal.made().getOrDefault(kind, List.of());
            if (!made.isEmpty()) {
                turned.gone().put(kind, images.take(kind, made));
                images.delete(kind, made);
            }
        }
        for (Journal.Changed changed : journal.changed()) {
            long version = version(changed.kind(), changed.id());
            if (version != changed.version()) {
                throw RefusedException.field(
                        "/",
                        name(changed.kind(), changed.id()) + " was changed since, or is gone.",
                        "Change it back by hand.");
            }
            List<Journal.Image> now = images.take(changed.kind(), List.of(changed.id()));
            images.restore(changed.kind(), changed.id(), changed.before());
            // A version of its own, so that whoever has the sheet open is told.
            jdbc.update(
                    "update " + changed.kind().table() + " set version = ? where id = ?",
                    version + 1,
                    changed.kind().key(changed.id()));
            turned.changed().add(new Journal.Changed(changed.kind(), changed.id(), version + 1, now));
        }
        for (Kept kind : Kept.values()) {
            List<Journal.Image> gone = journal.gone().getOrDefault(kind, List.of());
            images.put(gone);
            List<String> ids = ids(kind, gone);
            if (!ids.isEmpty()) {
                turned.made().put(kind, new ArrayList<>(ids));
            }
        }
        return turned;
    }

    /** Records that others have come to rely on are not taken away under them. */
    private void refuseIfInUse(Journal journal) {
        List<Object> devices = Kept.DEVICE.keys(journal.made().getOrDefault(Kept.DEVICE, List.of()));
        List<String> released = jdbc
                .listOf(
                        "select distinct d.label from unnest(cast(? as bigint array)) as u(i) join device d on d.id = u.i "
                                + "join release_item i on i.device_id = d.id limit 4",
                        row -> row.text("label"),
                        devices)
                .stream()
                .limit(4)
                .toList();
        if (!released.isEmpty()) {
            throw RefusedException.field(
                    "/",
                    "Something was released to " + String.join(", ", released)
                            + " since: undoing would take its dial tone away.",
                    "Retire the devices that are not wanted instead.");
        }
        record Bound(long deviceId, String words) {}
        Set<Object> own = Set.copyOf(devices);
        List<String> bound = jdbc
                .listOf(
                        "select d.id, e.number || ' is on ' || d.label t from unnest(cast(? as bigint array)) as u(i) "
                                + "join line l on l.extension_id = u.i join extension e on e.id = u.i "
                                + "join device d on d.id = l.device_id",
                        row -> new Bound(row.number("id"), row.text("t")),
                        Kept.EXTENSION.keys(journal.made().getOrDefault(Kept.EXTENSION, List.of())))
                .stream()
                .filter(b -> !own.contains(b.deviceId()))
                .map(Bound::words)
                .limit(3)
                .toList();
        if (!bound.isEmpty()) {
            throw RefusedException.field(
                    "/", String.join(", ", bound) + " since.", "Take the extension off that line first.");
        }
    }

    private Journal withVersions(Journal journal) {
        return new Journal(
                journal.made(),
                journal.changed().stream()
                        .map(c -> new Journal.Changed(c.kind(), c.id(), version(c.kind(), c.id()), c.before()))
                        .toList(),
                journal.gone());
    }

    private long version(Kept kind, String id) {
        return jdbc.one(
                        "select version from " + kind.table() + " where id = ?",
                        row -> row.number("version"),
                        kind.key(id))
                .orElse(-1L);
    }

    private String name(Kept kind, String id) {
        return jdbc.one(
                        "select " + kind.title() + " t from " + kind.table() + " where id = ?",
                        row -> row.text("t"),
                        kind.key(id))
                .orElse("A record");
    }

    /** The ids of the records in images of a kind. */
    private static List<String> ids(Kept kind, List<Journal.Image> images) {
        return images.stream()
                .filter(i -> i.table().equals(kind.table()))
                .flatMap(i -> i.rows().stream())
                .map(row -> Images.id(kind, row))
                .toList();
    }

    /** Has everything that shows these records look again. */
    private void tell(Journal journal, String words) {
        journal.made().forEach((kind, ids) -> tell(kind, ids, words));
        journal.changed().forEach(c -> tell(c.kind(), List.of(c.id()), words));
        journal.gone().forEach((kind, all) -> tell(kind, ids(kind, all), words));
    }

    private void tell(Kept kind, Collection<String> ids, String words) {
        kind.layer().ifPresent(layer -> ids.forEach(id -> settings.said(layer, id)));
        changes.tell(kind.subject(), ids, words);
    }

    private static Act act(jordfell.server.jdbc.Row row) throws java.sql.SQLException {
        return new Act(
                row.number("id"),
                row.time("at"),
                row.text("who"),
                row.text("title"),
                row.yes("undone"),
                row.timeIfAny("turned_at").orElse(null),
                row.textIfAny("turned_by").orElse(""));
    }
}
