package jordfell.server.templates;

import java.util.Locale;
import jordfell.core.settings.LayerKind;
import jordfell.server.problem.RefusedException;
import jordfell.server.templates.OpenFormat.FamilyDocument;
import jordfell.server.templates.OpenFormat.LayerDocument;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Templates, layers and families out as JSON, and templates in again. */
@RestController
@RequestMapping(path = "/api/open", produces = "application/json")
class OpenFormatController {

    /**
     * What was taken, or would be.
     *
     * @param id of the template; 0 when it was only looked at
     * @param before what it was, to be taken again if this was a mistake; null if there was none
     */
    record Imported(
            long id,
            OpenImports.TemplateLook looked,
            @org.jspecify.annotations.Nullable LayerDocument before) {}

    private final OpenExports exports;
    private final OpenImports imports;

    OpenFormatController(OpenExports exports, OpenImports imports) {
        this.exports = exports;
        this.imports = imports;
    }

    @GetMapping("/layers/{layer}/{owner}")
    ResponseEntity<LayerDocument> layer(@PathVariable LayerKind layer, @PathVariable String owner) {
        LayerDocument document = exports.layer(layer, owner);
        return attached(document.name(), document);
    }

    @GetMapping("/families/{id}")
    ResponseEntity<FamilyDocument> family(@PathVariable String id) {
        return attached(id, exports.family(id));
    }

    /** The JSON Schema of a kind of document: template, layer, family or phonebook. */
    @GetMapping(path = "/schemas/{kind}", produces = "application/schema+json")
    Resource schema(@PathVariable String kind) {
        Resource schema = new ClassPathResource("schema/" + kind + ".schema.json");
        if (!kind.matches("template|layer|family|phonebook")) {
            throw RefusedException.notFound("schema");
        }
        return schema;
    }

    /** Takes a template from a document, or only looks at what that would change. */
    @PostMapping("/templates")
    Imported template(@RequestBody LayerDocument document, @RequestParam(defaultValue = "true") boolean look) {
        OpenImports.TemplateLook looked = imports.look(document);
        if (look) {
            return new Imported(0, looked, null);
        }
        LayerDocument before =
                looked.fresh() ? null : exports.layer(LayerKind.TEMPLATE, Long.toString(imports.idOf(document)));
        return new Imported(imports.take(document), looked, before);
    }

    private static <T> ResponseEntity<T> attached(String name, T document) {
        String file = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=" + file + ".json")
                .body(document);
    }
}
