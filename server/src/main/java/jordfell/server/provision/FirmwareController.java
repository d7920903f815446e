package jordfell.server.provision;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.FirmwareStore;
import jordfell.server.records.ModelStore;
import jordfell.server.security.Audit;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Firmware files that a model's devices can be given. */
@RestController
@RequestMapping(path = "/api/models/{id}/firmware", produces = "application/json")
class FirmwareController {

    private static final int MOST_BYTES = 32 * 1024 * 1024;

    private final ModelStore models;
    private final FirmwareStore files;
    private final Changes changes;
    private final Audit audit;

    FirmwareController(ModelStore models, FirmwareStore files, Changes changes, Audit audit) {
        this.models = models;
        this.files = files;
        this.changes = changes;
        this.audit = audit;
    }

    @GetMapping
    List<FirmwareStore.FirmwareFile> files(@PathVariable String id) {
        return files.of(model(id));
    }

    /** Takes a file to disk first, measured on the way: it may be larger than what memory has room for. */
    @PutMapping(path = "/{version}", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void put(@PathVariable String id, @PathVariable String version, HttpServletRequest request) throws IOException {
        if (!version.matches("[0-9]{1,9}(\\.[0-9]{1,9}){0,5}")) {
            throw RefusedException.field(
                    "/version", "“" + version + "” is no version.", "Numbers with dots, such as 2.4.1.");
        }
        String model = model(id);
        Path file = Files.createTempFile("jordfell", ".firmware");
        try {
            MessageDigest digest = sha256();
            long size = copy(new DigestInputStream(request.getInputStream(), digest), file);
            if (size == 0 || size > MOST_BYTES) {
                throw RefusedException.field(
                        "/file",
                        size == 0 ? "The file is empty." : "The file has more than 32 MB.",
                        "1 byte to 32 MB are taken.");
            }
            try (InputStream bytes = Files.newInputStream(file)) {
                files.put(model, version, HexFormat.of().formatHex(digest.digest()), (int) size, bytes);
            }
        } finally {
            Files.deleteIfExists(file);
        }
        audit.record("added firmware " + version + " of " + id);
        changes.tell(Subject.FIRMWARE);
    }

    /** Copies what fits and one byte more, and gives how many that were. */
    private static long copy(InputStream from, Path to) throws IOException {
        try (OutputStream out = Files.newOutputStream(to)) {
            byte[] piece = new byte[64 * 1024];
            long size = 0;
            for (int read = from.read(piece); read >= 0 && size <= MOST_BYTES; read = from.read(piece)) {
                out.write(piece, 0, read);
                size += read;
            }
            return size;
        }
    }

    @DeleteMapping("/{version}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id, @PathVariable String version) throws IOException {
        if (!files.remove(model(id), version)) {
            throw RefusedException.notFound("firmware");
        }
        audit.record("removed firmware " + version + " of " + id);
        changes.tell(Subject.FIRMWARE);
    }

    private String model(String id) {
        return models.find(id)
                .orElseThrow(() -> RefusedException.notFound("model"))
                .id();
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
