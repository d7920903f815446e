package jordfell.server.provision;

import java.io.InputStream;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Firmware files by model and version. */
@Component
public class FirmwareStore {

    /** A file without its bytes. */
    public record FirmwareFile(String version, String sha256, int size, Instant addedAt, String addedBy) {}

    private final Jdbc jdbc;
    private final InstantSource clock;

    FirmwareStore(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public List<FirmwareFile> of(String modelId) {
        return jdbc.list(
                "select version, sha256, size, added_at, added_by from firmware_file where model_id = ? order by version",
                row -> new FirmwareFile(
                        row.text("version"),
                        row.text("sha256"),
                        row.integer("size"),
                        row.time("added_at"),
                        row.text("added_by")),
                modelId);
    }

    Optional<byte[]> bytes(String modelId, String version) {
        return jdbc.one(
                "select bytes from firmware_file where model_id = ? and version = ?",
                row -> row.bytes("bytes"),
                modelId,
                version);
    }

    void put(String modelId, String version, String sha256, int size, InputStream bytes) {
        jdbc.update("""
                merge into firmware_file (model_id, version, sha256, size, bytes, added_at, added_by)
                key (model_id, version) values (?, ?, ?, ?, ?, ?, ?)""", modelId, version, sha256, size, bytes, clock.instant(), Audit.who());
    }

    boolean remove(String modelId, String version) {
        return jdbc.update("delete from firmware_file where model_id = ? and version = ?", modelId, version) == 1;
    }
}
