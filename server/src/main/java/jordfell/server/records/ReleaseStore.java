package jordfell.server.records;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.path.DeviceFacts.HeldBack;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.release.Revision;
import jordfell.core.release.Snapshot;
import jordfell.core.render.SecretMask;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.security.Sealer;
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

    /** The file of an item, which never changes. */
    public String body(long item) {
        return jdbc.one("select body from release_item where id = ?", row -> row.bytes("body"), item)
                .map(sealer::open)
                .orElseThrow();
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
