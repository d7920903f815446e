package jordfell.server.release;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.release.Revision;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Sealer;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Releases and what they hold for each device. Nothing here is ever changed. */
@Component
public class ReleaseStore {

    private static final TypeReference<List<SentLine>> SENT_LINES = new TypeReference<>() {};

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

    public void addItem(long releaseId, long deviceId, Revision revision, String body, List<SentLine> sent) {
        jdbc.update(
                "insert into release_item (release_id, device_id, revision, body, sent) values (?, ?, ?, ?, ?)",
                releaseId,
                deviceId,
                revision.id(),
                sealer.seal(body),
                sealer.seal(json.writeValueAsString(sent)));
    }

    /** What was last released to a device. */
    public Optional<ReleaseFacts> latest(long deviceId) {
        return jdbc.one(
                """
                select r.id, r.made_at, r.made_by, i.revision, i.sent
                from release_item i join release r on r.id = i.release_id
                where i.device_id = ? order by i.id desc limit 1""",
                row -> new ReleaseFacts(
                        row.number("id"),
                        new Revision(row.text("revision")),
                        row.time("made_at"),
                        row.text("made_by"),
                        json.readValue(sealer.open(row.bytes("sent")), SENT_LINES)),
                deviceId);
    }

    /** The file that was last released to a device, and its revision. */
    public Optional<Released> latestBody(long deviceId) {
        return jdbc.one(
                "select revision, body from release_item where device_id = ? order by id desc limit 1",
                row -> new Released(new Revision(row.text("revision")), sealer.open(row.bytes("body"))),
                deviceId);
    }

    /** The file of an earlier revision of a device, if it was ever released. */
    public Optional<Released> body(long deviceId, String revision) {
        return jdbc.one(
                "select revision, body from release_item where device_id = ? and revision = ? order by id desc limit 1",
                row -> new Released(new Revision(row.text("revision")), sealer.open(row.bytes("body"))),
                deviceId,
                revision);
    }

    /** A released file. */
    public record Released(Revision revision, String body) {
        @Override
        public String toString() {
            return "Released[" + revision.brief() + "]";
        }
    }
}
