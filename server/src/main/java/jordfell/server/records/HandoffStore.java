package jordfell.server.records;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Links that are opened once. The secret part of a link is not among what is kept. */
@Component
public class HandoffStore {

    /** What whoever opens a link is given. */
    public enum Gives {
        /** The account of a softphone. */
        ACCOUNT,
        /** The voicemail PIN. */
        PIN
    }

    /**
     * A link as it stands.
     *
     * @param deviceId the softphone; 0 where it is about none
     */
    public record Handoff(
            long id,
            Gives gives,
            long extensionId,
            long deviceId,
            Instant madeAt,
            String madeBy,
            Instant expiresAt,
            @Nullable Instant openedAt,
            String openedFrom,
            String openedWith,
            @Nullable Instant revokedAt,
            String revokedBy) {}

    private static final RowMapper<Handoff> HANDOFF = row -> new Handoff(
            row.number("id"),
            Gives.valueOf(row.text("gives")),
            row.number("extension_id"),
            row.numberIfAny("device_id").orElse(0L),
            row.time("made_at"),
            row.text("made_by"),
            row.time("expires_at"),
            row.timeIfAny("opened_at").orElse(null),
            row.text("opened_from"),
            row.text("opened_with"),
            row.timeIfAny("revoked_at").orElse(null),
            row.text("revoked_by"));

    private final Jdbc jdbc;

    HandoffStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public List<Handoff> ofDevice(long deviceId) {
        return jdbc.list("select * from handoff where device_id = ? order by id desc", HANDOFF, deviceId);
    }

    /** Those of an extension that give this, the newest first. */
    public List<Handoff> ofExtension(Gives gives, long extensionId) {
        return jdbc.list(
                "select * from handoff where gives = ? and extension_id = ? order by id desc",
                HANDOFF,
                gives.name(),
                extensionId);
    }

    public Optional<Handoff> find(long id) {
        return jdbc.one("select * from handoff where id = ?", HANDOFF, id);
    }

    public Optional<Handoff> byToken(String hash) {
        return jdbc.one("select * from handoff where token_hash = ?", HANDOFF, hash);
    }

    public long add(
            Gives gives,
            long extensionId,
            Optional<Long> deviceId,
            String hash,
            Instant at,
            String by,
            Instant expires) {
        return jdbc.insert("""
                insert into handoff (gives, extension_id, device_id, token_hash, made_at, made_by, expires_at)
                values (?, ?, ?, ?, ?, ?, ?)""", gives.name(), extensionId, deviceId.orElse(null), hash, at, by, expires);
    }

    /** False if it was opened or revoked by then: of two who open it at once, one comes too late. */
    public boolean open(long id, Instant at, String from, String with) {
        return jdbc.update("""
                        update handoff set opened_at = ?, opened_from = ?, opened_with = ?
                        where id = ? and opened_at is null and revoked_at is null and expires_at > ?""", at, from, with, id, at) == 1;
    }

    public boolean revoke(long id, Instant at, String by) {
        return jdbc.update(
                        "update handoff set revoked_at = ?, revoked_by = ? where id = ? and opened_at is null and revoked_at is null",
                        at,
                        by,
                        id)
                == 1;
    }
}
