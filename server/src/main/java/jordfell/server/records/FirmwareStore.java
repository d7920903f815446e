package jordfell.server.records;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;

/** Firmware files by model and version. */
@Component
public class FirmwareStore {

    /** A file without its bytes. */
    public record FirmwareFile(String version, String sha256, int size, Instant addedAt, String addedBy) {}

    private final Jdbc jdbc;
    private final InstantSource clock;
    private Optional<Path> laidOut = Optional.empty();

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

    /**
     * The file on disk, where it is laid out once however many phones ask: they take it slowly, and neither memory nor a
     * connection to the database is to wait for them.
     */
    public synchronized Optional<Path> laidOut(String modelId, String version) {
        Optional<String> sum = jdbc.one(
                "select sha256 from firmware_file where model_id = ? and version = ?",
                row -> row.text("sha256"),
                modelId,
                version);
        return sum.flatMap(sha256 -> {
            Path file = folder().resolve(sha256);
            return Files.exists(file)
                    ? Optional.of(file)
                    : jdbc.one(
                                    "select bytes from firmware_file where model_id = ? and version = ?",
                                    row -> row.copiedTo(folder().resolve(sha256 + ".part"), "bytes"),
                                    modelId,
                                    version)
                            .map(part -> renamed(part, file));
        });
    }

    private Path folder() {
        try {
            if (laidOut.filter(Files::isDirectory).isEmpty()) {
                laidOut = Optional.of(Files.createTempDirectory("jordfell-firmware"));
            }
            return laidOut.orElseThrow();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Path renamed(Path part, Path file) {
        try {
            return Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Lays everything out anew when it is next asked for; a phone that is taking a file takes it to its end. */
    @PreDestroy
    synchronized void clear() throws IOException {
        if (laidOut.isPresent()) {
            FileSystemUtils.deleteRecursively(laidOut.get());
            laidOut = Optional.empty();
        }
    }

    public void put(String modelId, String version, String sha256, int size, InputStream bytes) throws IOException {
        jdbc.update("""
                merge into firmware_file (model_id, version, sha256, size, bytes, added_at, added_by)
                key (model_id, version) values (?, ?, ?, ?, ?, ?, ?)""", modelId, version, sha256, size, bytes, clock.instant(), Audit.who());
        clear();
    }

    public boolean remove(String modelId, String version) throws IOException {
        clear();
        return jdbc.update("delete from firmware_file where model_id = ? and version = ?", modelId, version) == 1;
    }
}
