package jordfell.server.lab;

import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The Lab’s world as a file. */
@RestController
@RequestMapping("/api/lab/world")
class WorldFileController {

    private final WorldFiles files;

    WorldFileController(WorldFiles files) {
        this.files = files;
    }

    @GetMapping(produces = "application/json")
    ResponseEntity<WorldFile> world() {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("lab-world.json")
                                .build()
                                .toString())
                .body(files.written());
    }

    /** What such a file may say (JSON Schema). */
    @GetMapping(path = "/schema", produces = "application/schema+json")
    Resource schema() {
        return new ClassPathResource("schema/lab-world.schema.json");
    }

    @PostMapping(produces = "application/json")
    WorldFiles.Loaded load(@RequestBody WorldFile file) {
        return files.load(file);
    }
}
