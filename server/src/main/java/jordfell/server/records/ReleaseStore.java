package jordfell.server.records;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.LongPredicate;
import jordfell.core.path.DeviceFacts.HeldBack;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.release.Revision;
import jordfell.core.release.Snapshot;
import jordfell.core.render.SecretMask;
import jordfell.core.waves.ItemState;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.security.Sealer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Releases and what they hold for each device. What was rendered is never changed; which item a device is to have is kept
 * beside it, so that a wave can be sent and taken back.
 */
@Component
public class ReleaseStore {

    private static final TypeReference<List<SentLine>> SENT_LINES = new TypeReference<>() {};
    private static final TypeReference<List<SecretMask.Place>> SPOTS = new TypeReference<>() {};
    private static final TypeReference<Map<String, String>> PLACES = new TypeReference<>() {};

    /**
     * A released file.
     *
     * @param secrets where secrets stand in it
     * @param values the secrets themselves, not escaped; told only of a file that is to be shown
     */
    public record Released(Revision revision, String body, List<SecretMask.Place> secrets, List<String> values) {
        @Override
        public String toString() {
            return "Released[" + revision.brief() + "]";
        }
    }

    /** A rendered configuration that is to be kept, all that is secret in it sealed. */
    @SuppressWarnings("ArrayRecordComponent")
    public record SealedItem(
            long deviceId,
            Revision revision,
            byte[] body,
            byte[] sent,
            byte[] snapshot,
            String secrets,
            String fetchProof) {}

    private final Jdbc jdbc;
    private final Sealer sealer;
    private final JsonMapper json;

    ReleaseStore(Jdbc jdbc, Sealer sealer, JsonMapper json) {
        this.jdbc = jdbc;
        this.sealer = sealer;
        this.json = json;
    }

    public long add(Instant at, String by, String reason) {
        return jdbc.insert("insert into release (made_at, made_by, reason) values (?, ?, ?)", at, by, reason);
    }

    /** Seals what is to be kept; as much work as the rendering, and needs no transaction. */
    public SealedItem sealed(
            long deviceId,
            String body,
            List<SentLine> sent,
            Snapshot snapshot,
            List<SecretMask.Place> secrets,
            String fetchProof) {
        return new SealedItem(
                deviceId,
                Revision.of(body),
                sealer.seal(body),
                sealer.seal(json.writeValueAsString(sent)),
                sealer.seal(json.writeValueAsString(snapshot.values())),
                json.writeValueAsString(secrets),
                fetchProof);
    }

    /** Keeps an item; it waits in the first wave until it is dealt to another. */
    public void addItem(long releaseId, SealedItem item) {
        jdbc.update(
                """
                insert into release_item (release_id, wave, device_id, revision, body, sent, snapshot, secrets, fetch_proof,
                  state)
                values (?, 1, ?, ?, ?, ?, ?, ?, ?, 'WAITING')""",
                releaseId,
                item.deviceId(),
                item.revision().id(),
                item.body(),
                item.sent(),
                item.snapshot(),
                item.secrets(),
                item.fetchProof());
    }

    /** Deals items of a release to one of its waves. */
    public void deal(long releaseId, int wave, List<Long> deviceIds) {
        jdbc.batch(
                "update release_item set wave = ? where release_id = ? and device_id = ?",
                deviceIds.stream()
                        .map(id -> new @Nullable Object[] {wave, releaseId, id})
                        .toList());
    }

    /** Devices of this release that wait in a wave of another, or were held back when it stopped: label, wave and release of the first of them, and how many. */
    public Elsewhere waitingElsewhere(long releaseId) {
        String others = """
                from release_item mine join release_item i on i.device_id = mine.device_id
                join device d on d.id = i.device_id
                where mine.release_id = ? and i.release_id <> mine.release_id and i.state in ('WAITING', 'HELD_BACK')""";
        return new Elsewhere(
                jdbc.one("select count(*) n " + others, row -> row.integer("n"), releaseId)
                        .orElse(0),
                jdbc.list(
                        "select d.label || ' in wave ' || i.wave || ' of release ' || i.release_id place " + others
                                + " order by d.label limit 3",
                        row -> row.text("place"),
                        releaseId));
    }

    /** Devices that wait in a wave of this release. */
    public List<Long> waiting(long releaseId) {
        return jdbc.list(
                "select device_id from release_item where release_id = ? and state = 'WAITING'",
                row -> row.number("device_id"),
                releaseId);
    }

    /** How many devices wait in a wave of another release, and where the first of them do. */
    public record Elsewhere(int devices, List<String> first) {}

    /** Has the devices of this release leave the waves of others in which they wait. */
    public void supersede(long releaseId) {
        move("""
                where i.release_id <> ? and i.state in ('WAITING', 'HELD_BACK')
                and i.device_id in (select device_id from release_item where release_id = ?)""", ItemState.Act.LEAVE, releaseId, releaseId);
    }

    /** Keeps what waits in a wave from ever being sent. */
    public void end(long releaseId, int wave) {
        move("where i.release_id = ? and i.wave = ?", ItemState.Act.END, releaseId, wave);
    }

    /** Gives devices the items of a wave, remembers how they were, and tells which they are. */
    public List<Long> send(long releaseId, int wave, ItemState.Act act, Instant at) {
        List<Moved> sent = move("where i.release_id = ? and i.wave = ?", act, releaseId, wave).stream()
                .filter(m -> m.to() == ItemState.SENT)
                .toList();
        jdbc.batch("""
                update release_item i set
                  before_item = (select r.item_id from device_release r where r.device_id = i.device_id),
                  before_condition = coalesce((select s.condition from device_state s where s.device_id = i.device_id), '')
                where id = ?""", rows(sent, m -> new @Nullable Object[] {m.item()}));
        jdbc.batch(
                "merge into device_release (device_id, item_id, since) key (device_id) values (?, ?, ?)",
                rows(sent, m -> new @Nullable Object[] {m.device(), m.item(), at}));
        return sent.stream().map(Moved::device).toList();
    }

    /**
     * Gives devices back what they had before the items of a wave, unless they have something newer by now: that is left
     * as it is.
     */
    public void giveBack(long releaseId, int wave, List<Long> deviceIds, ItemState.Act act, Instant at) {
        Set<Long> wanted = Set.copyOf(deviceIds);
        List<Moved> moved = move("where i.release_id = ? and i.wave = ?", act, wanted::contains, releaseId, wave);
        List<Moved> back =
                moved.stream().filter(m -> m.to() != ItemState.SUPERSEDED).toList();
        jdbc.batch(
                "update device_release set item_id = ?, since = ? where device_id = ?",
                rows(back.stream().filter(m -> m.before().isPresent()).toList(), m ->
                        new @Nullable Object[] {m.before().get(), at, m.device()}));
        jdbc.batch(
                "delete from device_release where device_id = ?",
                rows(back.stream().filter(m -> m.before().isEmpty()).toList(), m ->
                        new @Nullable Object[] {m.device()}));
        // Whoever takes the newer one back later must not bring back what was taken back here.
        jdbc.batch("update release_item set before_item = ? where before_item = ?", rows(moved, m ->
                new @Nullable Object[] {m.before().orElse(null), m.item()}));
    }

    /** An item that changed its state. */
    private record Moved(long item, long device, Optional<Long> before, ItemState to) {}

    private List<Moved> move(String which, ItemState.Act act, Object... values) {
        return move(which, act, device -> true, values);
    }

    /** Moves items by the table of {@link ItemState#after}. */
    private List<Moved> move(String which, ItemState.Act act, LongPredicate wanted, Object... values) {
        List<Moved> moved = jdbc
                .list(
                        """
                        select i.id, i.device_id, i.before_item, i.state,
                          not exists (select 1 from release_item n
                                      where n.device_id = i.device_id and n.id > i.id and n.state = 'SENT') newest
                        from release_item i\s""" + which + " order by i.id",
                        row -> {
                            ItemState from = ItemState.valueOf(row.text("state"));
                            ItemState to = from.after(act, row.yes("newest"));
                            return from == to
                                    ? Optional.<Moved>empty()
                                    : Optional.of(new Moved(
                                            row.number("id"),
                                            row.number("device_id"),
                                            row.numberIfAny("before_item"),
                                            to));
                        },
                        values)
                .stream()
                .flatMap(Optional::stream)
                .filter(m -> wanted.test(m.device()))
                .toList();
        jdbc.batch("update release_item set state = ? where id = ?", rows(moved, m ->
                new @Nullable Object[] {m.to().name(), m.item()}));
        return moved;
    }

    private static List<@Nullable Object[]> rows(List<Moved> all, Function<Moved, @Nullable Object[]> row) {
        return all.stream().map(row).toList();
    }

    /** What is released to a device now. */
    public Optional<ReleaseFacts> latest(long deviceId) {
        return jdbc.one(
                """
                select r.id, d.since, r.made_by, i.revision, i.sent
                from device_release d join release_item i on i.id = d.item_id join release r on r.id = i.release_id
                where d.device_id = ?""",
                row -> new ReleaseFacts(
                        row.number("id"),
                        new Revision(row.text("revision")),
                        row.time("since"),
                        row.text("made_by"),
                        json.readValue(sealer.open(row.bytes("sent")), SENT_LINES)),
                deviceId);
    }

    /** The configuration that was last released for a device, if its wave waits or was stopped. */
    public Optional<HeldBack> heldBack(long deviceId) {
        return jdbc.one(
                """
                select i.release_id, i.wave, r.made_at, i.state, w.word
                from release_item i join release r on r.id = i.release_id
                join release_wave w on w.release_id = i.release_id and w.position = i.wave
                where i.id = (select max(id) from release_item where device_id = ?) and i.state in ('WAITING', 'HELD_BACK')""",
                row -> new HeldBack(
                        row.number("release_id"),
                        row.integer("wave"),
                        row.time("made_at"),
                        row.text("state").equals("HELD_BACK") ? row.text("word") : ""),
                deviceId);
    }

    /** Whether anything is released to a device now. */
    public boolean isReleased(long deviceId) {
        return jdbc.one("select 1 n from device_release where device_id = ?", row -> row.number("n"), deviceId)
                .isPresent();
    }

    /** The file that is released to a device now, and its revision. */
    public Optional<Released> latestBody(long deviceId) {
        return jdbc.one("""
                select i.revision, i.body, i.secrets from device_release d join release_item i on i.id = d.item_id
                where d.device_id = ?""", row -> released(row, List.of()), deviceId);
    }

    /** The file of an earlier revision of a device, if it was ever released and it is known where its secrets stand. */
    public Optional<Released> shownBody(long deviceId, String revision) {
        return jdbc.one(
                """
                select revision, body, secrets, snapshot from release_item where device_id = ? and revision = ?
                and snapshot is not null order by id desc limit 1""", row -> released(row, snapshot(row.bytes("snapshot")).secrets()), deviceId, revision);
    }

    /** Everything that the file says which is released to a device now. */
    public Optional<Snapshot> latestSnapshot(long deviceId) {
        return jdbc.one("""
                        select i.snapshot from device_release d join release_item i on i.id = d.item_id
                        where d.device_id = ? and i.snapshot is not null""", row -> row.bytes("snapshot"), deviceId).map(this::snapshot);
    }

    /** Everything that the file said which a device had before an item of this release was sent to it. */
    public Optional<Snapshot> snapshotBefore(long releaseId, long deviceId) {
        return jdbc.one("""
                        select b.snapshot from release_item i join release_item b on b.id = i.before_item
                        where i.release_id = ? and i.device_id = ? and b.snapshot is not null""", row -> row.bytes("snapshot"), releaseId, deviceId).map(this::snapshot);
    }

    private Snapshot snapshot(byte[] sealed) {
        return new Snapshot(json.readValue(sealer.open(sealed), PLACES));
    }

    private Released released(Row row, List<String> values) throws java.sql.SQLException {
        return new Released(
                new Revision(row.text("revision")),
                sealer.open(row.bytes("body")),
                json.readValue(row.text("secrets"), SPOTS),
                values);
    }
}
