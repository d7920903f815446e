package jordfell.server.history;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The log of evidence: episodes by device. What waits to be written is part of what is read. */
@Component
public class EpisodeStore {

    /** As many as are looked at on a screen or searched by the match sheet. */
    private static final int MOST_SHOWN = 120;

    private static final String INSERT =
            "insert into episode (device_id, kind, fold_key, first_at, last_at, times, data) values (?, ?, ?, ?, ?, ?, ?)";

    /** An episode and the number of its row. */
    record Stored(long id, Episode episode) {}

    /** What says nothing new is written some times an hour. */
    private static final Duration QUIET = Duration.ofMinutes(5);

    /** What goes on is written some times a minute: a phone in a loop would have its row written with every batch. */
    private static final Duration GOING_ON = Duration.ofSeconds(5);

    /** A row is never older than what it stands for by more than this, while it can be written at all. */
    private static final Duration OLDEST_ROW = QUIET.multipliedBy(2);

    private final Jdbc jdbc;
    private final WaitingEpisodes quiet = new WaitingEpisodes(QUIET, 500);
    private final WaitingEpisodes goingOn = new WaitingEpisodes(GOING_ON, 5_000);
    private final List<WaitingEpisodes> waiting = List.of(goingOn, quiet);

    EpisodeStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** New rows; their numbers in the same order. */
    List<Long> insert(List<Long> devices, List<Episode> episodes) {
        List<@Nullable Object[]> rows = new ArrayList<>(episodes.size());
        for (int i = 0; i < episodes.size(); i++) {
            Episode e = episodes.get(i);
            rows.add(new @Nullable Object[] {
                devices.get(i), e.kind(), e.key(), e.first(), e.last(), e.times(), EvidenceJson.write(e.newest())
            });
        }
        return rows.isEmpty() ? List.of() : jdbc.insertAll(INSERT, rows);
    }

    /** They went on: read as such at once, and written within some seconds. */
    void update(List<Stored> changed, Instant now) {
        goingOn.put(changed, now);
    }

    /** They say nothing new: read as they are at once, and written a few times an hour. */
    void updateLater(List<Stored> changed, Instant now) {
        quiet.put(changed, now);
    }

    /** Writes some of what waited long enough; in a transaction, so that it goes on waiting if that fails. */
    void updateSome(Instant now) {
        for (WaitingEpisodes some : waiting) {
            List<Stored> due = some.due(now);
            write(due);
            jdbc.afterCommit(() -> some.remove(rows(due)));
        }
    }

    /** Writes all that waits. */
    void updateAll() {
        for (WaitingEpisodes some : waiting) {
            List<Stored> all = some.all();
            write(all);
            some.remove(rows(all));
        }
    }

    void delete(List<Long> ids) {
        if (!ids.isEmpty()) {
            jdbc.afterCommit(() -> waiting.forEach(some -> some.remove(ids)));
            jdbc.batch(
                    "delete from episode where id = ?",
                    ids.stream().map(id -> new @Nullable Object[] {id}).toList());
        }
    }

    private void write(List<Stored> changed) {
        if (!changed.isEmpty()) {
            jdbc.batch(
                    "update episode set last_at = ?, times = ?, data = ? where id = ?",
                    changed.stream()
                            .map(s -> new @Nullable Object[] {
                                s.episode().last(),
                                s.episode().times(),
                                EvidenceJson.write(s.episode().newest()),
                                s.id()
                            })
                            .toList());
        }
    }

    private static List<Long> rows(List<Stored> stored) {
        return stored.stream().map(Stored::id).toList();
    }

    /** Those of a device that ended after a moment, oldest first. */
    List<Stored> since(long device, Instant moment) {
        return read(
                        "select id, fold_key, first_at, last_at, times, data from episode"
                                + " where device_id = ? and last_at >= ? order by last_at, id",
                        device,
                        moment.minus(OLDEST_ROW))
                .stream()
                .filter(s -> !s.episode().last().isBefore(moment))
                .toList();
    }

    /** The newest of a device, oldest first: as much as is shown. */
    public List<Episode> newest(long device) {
        return read(
                        "select id, fold_key, first_at, last_at, times, data from episode"
                                + " where device_id = ? order by last_at desc, id desc limit ?",
                        device,
                        MOST_SHOWN)
                .stream()
                .sorted(Comparator.comparing((Stored s) -> s.episode().last()).thenComparing(Stored::id))
                .map(Stored::episode)
                .toList();
    }

    /** What there is of a device, of repeats the newest. */
    public Evidence of(long device) {
        return evidence(newest(device));
    }

    static Evidence evidence(List<Episode> episodes) {
        return new Evidence(episodes.stream().flatMap(e -> e.newest().stream()).toList());
    }

    /** The newest request for a configuration that was answered with one. */
    public Optional<Observation.ConfigRequested> lastServed(long device) {
        return of(device).last(Observation.ConfigRequested.class, Observation.ConfigRequested::served);
    }

    private List<Stored> read(String sql, Object... values) {
        return jdbc.list(sql, EpisodeStore::stored, values).stream()
                .map(s -> quiet.newest(goingOn.newest(s)))
                .toList();
    }

    private static Stored stored(Row row) throws java.sql.SQLException {
        return new Stored(
                row.number("id"),
                new Episode(
                        row.text("fold_key"),
                        row.time("first_at"),
                        row.time("last_at"),
                        row.integer("times"),
                        EvidenceJson.observations(row.bytes("data"))));
    }
}
