package jordfell.server.provision;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import jordfell.server.catalogue.ModelStore;
import jordfell.server.events.EventHub;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.Audit;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
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
    private final EventHub events;
    private final Audit audit;

    FirmwareController(ModelStore models, FirmwareStore files, EventHub events, Audit audit) {
        this.models = models;
        this.files = files;
        this.events = events;
        this.audit = audit;
    }

    @GetMapping
    List<FirmwareStore.FirmwareFile> files(@PathVariable String id) {
        return files.of(model(id));
    }

    @PutMapping(path = "/{version}", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void put(@PathVariable String id, @PathVariable String version, @RequestBody byte[] bytes) {
        if (!version.matches("[0-9]{1,9}(\\.[0-9]{1,9}){0,5}")) {
            throw RefusedException.field(
                    "/version", "“" + version + "” is no version.", "Numbers with dots, such as 2.4.1.");
        }
        if (bytes.length == 0 || bytes.length > MOST_BYTES) {
            throw RefusedException.field(
                    "/file", "The file has " + bytes.length + " bytes.", "1 byte to 32 MB are taken.");
        }
        files.put(model(id), version, sha256(bytes), bytes);
        audit.record("added firmware " + version + " of " + id);
        events.publish(EventHub.Topic.TEMPLATES, 0);
    }

    @DeleteMapping("/{version}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id, @PathVariable String version) {
        if (!files.remove(model(id), version)) {
            throw RefusedException.notFound("firmware");
        }
        audit.record("removed firmware " + version + " of " + id);
        events.publish(EventHub.Topic.TEMPLATES, 0);
    }

    private String model(String id) {
        return models.find(id)
                .orElseThrow(() -> RefusedException.notFound("model"))
                .id();
    }

    private static String sha256(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
