package jordfell.server.release;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.path.DeviceFacts.HeldBack;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.release.Revision;
import jordfell.core.release.Snapshot;
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
    private static final TypeReference<List<SecretSpot>> SPOTS = new TypeReference<>() {};
    private static final TypeReference<Map<String, String>> PLACES = new TypeReference<>() {};

    /** Where in a file a secret stands: line from 0, first place and the place after the last. */
    public record SecretSpot(int line, int from, int to) {}

    /** A released file. */
    public record Released(Revision revision, String body, List<SecretSpot> secrets) {
        @Override
        public String toString() {
            return "Released[" + revision.brief() + "]";
        }
    }

    /** A rendered configuration that is to be kept, all that is secret in it sealed. */
    @SuppressWarnings("ArrayRecordComponent")
    record SealedItem(
            long deviceId,
            Revision revision,
            byte[] body,
            byte[] sent,
            byte[] snapshot,
            String secrets,
            String fetchProof) {}

    /** Whether an item was given to its device. */
    public enum ItemState {
        /** Its wave is still to come. */
        WAITING,
        SENT,
        /** The device has what it had before again. */
        TAKEN_BACK,
        /** Its wave was stopped before the device had fetched it. */
        HELD_BACK,
        /** A later release took the device over. */
        SUPERSEDED
    }

    private final Jdbc jdbc;
    private final Sealer sealer;
    private final JsonMapper json;

    ReleaseStore(Jdbc jdbc, Sealer sealer, JsonMapper json) {
        this.jdbc = jdbc;
        this.sealer = sealer;
        this.json = json;
    }

    long add(Instant at, String by, String reason) {
        return jdbc.insert("insert into release (made_at, made_by, reason) values (?, ?, ?)", at, by, reason);
    }

    /** Seals what is to be kept; as much work as the rendering, and needs no transaction. */
    SealedItem sealed(
            long deviceId,
            String body,
            List<SentLine> sent,
            Snapshot snapshot,
            List<SecretSpot> secrets,
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
    void addItem(long releaseId, SealedItem item) {
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
    void deal(long releaseId, int wave, List<Long> deviceIds) {
        jdbc.batch(
                "update release_item set wave = ? where release_id = ? and device_id = ?",
                deviceIds.stream()
                        .map(id -> new @Nullable Object[] {wave, releaseId, id})
                        .toList());
    }

    /** Devices of this release that wait in a wave of another: label, wave and release of the first of them, and how many. */
    Elsewhere waitingElsewhere(long releaseId) {
        String others = """
                from release_item mine join release_item i on i.device_id = mine.device_id
                join device d on d.id = i.device_id
                where mine.release_id = ? and i.release_id <> mine.release_id and i.state = 'WAITING'""";
        return new Elsewhere(
                jdbc.one("select count(*) n " + others, row -> row.integer("n"), releaseId)
                        .orElse(0),
                jdbc.list(
                        "select d.label || ' in wave ' || i.wave || ' of release ' || i.release_id place " + others
                                + " order by d.label limit 3",
                        row -> row.text("place"),
                        releaseId));
    }

    /** How many devices wait in a wave of another release, and where the first of them do. */
    record Elsewhere(int devices, List<String> first) {}

    /** Has the devices of this release leave the waves of others in which they wait. */
    void supersede(long releaseId) {
        jdbc.update("""
                update release_item set state = 'SUPERSEDED' where state = 'WAITING' and release_id <> ?
                and device_id in (select device_id from release_item where release_id = ?)""", releaseId, releaseId);
    }

    /** Gives devices the items of a wave that wait, and remembers how they were. */
    List<Long> send(long releaseId, int wave, ItemState from, Instant at) {
        List<Long> sent = jdbc.list(
                "select device_id from release_item where release_id = ? and wave = ? and state = ?",
                row -> row.number("device_id"),
                releaseId,
                wave,
                from.name());
        jdbc.update("""
                update release_item i set state = 'SENT',
                  before_item = (select r.item_id from device_release r where r.device_id = i.device_id),
                  before_condition = coalesce((select s.condition from device_state s where s.device_id = i.device_id), '')
                where release_id = ? and wave = ? and state = ?""", releaseId, wave, from.name());
        jdbc.update("""
                merge into device_release (device_id, item_id, since) key (device_id)
                select device_id, id, cast(? as timestamp(3) with time zone) from release_item
                where release_id = ? and wave = ? and state = 'SENT'""", at, releaseId, wave);
        return sent;
    }

    /** Gives devices back what they had before these items. */
    void giveBack(long releaseId, int wave, List<Long> deviceIds, ItemState become, Instant at) {
        record Sent(long item, long device, Optional<Long> before) {}
        Set<Long> wanted = Set.copyOf(deviceIds);
        List<Sent> sent = jdbc
                .list(
                        """
                        select id, device_id, before_item from release_item
                        where release_id = ? and wave = ? and state = 'SENT'""",
                        row -> new Sent(row.number("id"), row.number("device_id"), row.numberIfAny("before_item")),
                        releaseId,
                        wave)
                .stream()
                .filter(s -> wanted.contains(s.device()))
                .toList();
        jdbc.batch(
                "update release_item set state = ? where id = ?",
                sent.stream()
                        .map(s -> new @Nullable Object[] {become.name(), s.item()})
                        .toList());
        jdbc.batch(
                "update device_release set item_id = ?, since = ? where device_id = ?",
                sent.stream()
                        .filter(s -> s.before().isPresent())
                        .map(s -> new @Nullable Object[] {s.before().get(), at, s.device()})
                        .toList());
        jdbc.batch(
                "delete from device_release where device_id = ?",
                sent.stream()
                        .filter(s -> s.before().isEmpty())
                        .map(s -> new @Nullable Object[] {s.device()})
                        .toList());
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

    /** The file that is released to a device now, and its revision. */
    public Optional<Released> latestBody(long deviceId) {
        return jdbc.one("""
                select i.revision, i.body, i.secrets from device_release d join release_item i on i.id = d.item_id
                where d.device_id = ?""", this::released, deviceId);
    }

    /** The file of an earlier revision of a device, if it was ever released and it is known where its secrets stand. */
    public Optional<Released> shownBody(long deviceId, String revision) {
        return jdbc.one("""
                select revision, body, secrets from release_item where device_id = ? and revision = ?
                and snapshot is not null order by id desc limit 1""", this::released, deviceId, revision);
    }

    /** What proves the name and password with which a device must fetch; empty text for none. */
    public String fetchProof(long deviceId) {
        return jdbc.one("""
                        select i.fetch_proof from device_release d join release_item i on i.id = d.item_id
                        where d.device_id = ?""", row -> row.text("fetch_proof"), deviceId).orElse("");
    }

    /** Everything that the file says which is released to a device now. */
    public Optional<Snapshot> latestSnapshot(long deviceId) {
        return jdbc.one("""
                        select i.snapshot from device_release d join release_item i on i.id = d.item_id
                        where d.device_id = ? and i.snapshot is not null""", row -> row.bytes("snapshot"), deviceId).map(this::snapshot);
    }

    /** Everything that the file said which a device had before an item of this release was sent to it. */
    Optional<Snapshot> snapshotBefore(long releaseId, long deviceId) {
        return jdbc.one("""
                        select b.snapshot from release_item i join release_item b on b.id = i.before_item
                        where i.release_id = ? and i.device_id = ? and b.snapshot is not null""", row -> row.bytes("snapshot"), releaseId, deviceId).map(this::snapshot);
    }

    private Snapshot snapshot(byte[] sealed) {
        return new Snapshot(json.readValue(sealer.open(sealed), PLACES));
    }

    private Released released(Row row) throws java.sql.SQLException {
        return new Released(
                new Revision(row.text("revision")),
                sealer.open(row.bytes("body")),
                json.readValue(row.text("secrets"), SPOTS));
    }
}
