package jordfell.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.node.ObjectNode;

/** What goes out as JSON fits the published schema and comes in again unchanged. */
class OpenFormatTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private long template(String name) {
        long id = pier.client()
                .post("/api/templates", Map.of("domainId", pier.domainId, "name", name))
                .json()
                .path("id")
                .asLong();
        put(id, "screen.idle-text", "{{ site.name }} & <friends> \"quoted\"", true);
        put(id, "screen.backlight", "0", false);
        put(id, "security.web-password", "a secret of its own", false);
        Answer keys = pier.client()
                .put(
                        "/api/keys/TEMPLATE/" + id,
                        Map.of(
                                "version",
                                0,
                                "wishes",
                                List.of(
                                        Map.of("position", 2, "kind", "SPEED_DIAL", "target", "112", "label", "Help"),
                                        Map.of(
                                                "position",
                                                10,
                                                "kind",
                                                "BLF",
                                                "department",
                                                "Pilots",
                                                "order",
                                                "NAME"))));
        assertThat(keys.status()).isEqualTo(200);
        return id;
    }

    private void put(long id, String key, String value, boolean locked) {
        assertThat(pier.client()
                        .put("/api/settings/TEMPLATE/" + id + "/" + key, Map.of("value", value, "locked", locked))
                        .status())
                .isEqualTo(200);
    }

    private ObjectNode export(long id) {
        return (ObjectNode) pier.client().get("/api/open/layers/TEMPLATE/" + id).json();
    }

    private void assertFits(String schema, String document) {
        String text =
                pier.client().get("/api/open/schemas/" + schema).response().body();
        assertThat(JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                        .getSchema(text)
                        .validate(document, InputFormat.JSON))
                .isEmpty();
    }

    @Test
    void everyKindOfDocumentFitsItsSchema() {
        assertFits("template", export(template("Schema desk")).toString());
        assertFits(
                "layer",
                pier.client().get("/api/open/layers/SITE/" + pier.siteId).json().toString());
        assertFits(
                "layer",
                pier.client()
                        .get("/api/open/layers/DOMAIN/" + pier.domainId)
                        .json()
                        .toString());
        for (String family : List.of("korrin", "ombrel", "tessaro", "quillon")) {
            assertFits(
                    "family",
                    pier.client().get("/api/open/families/" + family).json().toString());
        }
    }

    @Test
    void templateComesInAgainUnchangedUnderAnotherName() {
        ObjectNode document = export(template("Round trip"));
        assertThat(document.toString()).doesNotContain("a secret of its own");
        document.put("name", "Round trip two");
        Answer looked = pier.client().post("/api/open/templates", document.toString());
        assertThat(looked.json().path("looked").path("changes").toString())
                .contains("A new template with 2 settings and 2 keys.");
        Answer taken = pier.client().post("/api/open/templates?look=false", document.toString());
        assertThat(export(taken.json().path("id").asLong())).isEqualTo(document);
        assertThat(pier.client()
                        .post("/api/open/templates", document.toString())
                        .json()
                        .path("looked")
                        .path("changes"))
                .isEmpty();
    }

    @Test
    void importSaysWhatItChangesAndGivesBackWhatWasBefore() {
        ObjectNode original = export(template("Import desk"));
        ObjectNode changed = original.deepCopy();
        ((ObjectNode) changed.path("settings")).remove("screen.backlight");
        ((ObjectNode) changed.path("settings").path("screen.idle-text")).put("value", "Hello");
        Answer looked = pier.client().post("/api/open/templates", changed.toString());
        assertThat(looked.json().path("looked").path("changes").toString())
                .contains("Backlight: 0 → not set")
                .contains(", locked → Hello, locked");
        Answer taken = pier.client().post("/api/open/templates?look=false", changed.toString());
        long id = taken.json().path("id").asLong();
        assertThat(export(id)).isEqualTo(changed);
        assertThat(taken.json().path("before")).isEqualTo(original);
        pier.client()
                .post(
                        "/api/open/templates?look=false",
                        taken.json().path("before").toString());
        assertThat(export(id)).isEqualTo(original);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/settings/no.such|\"settings\":{\"no.such\":{\"value\":\"1\",\"locked\":false}}|There is no setting no.such.",
                "/settings/screen.backlight|\"settings\":{\"screen.backlight\":{\"value\":\"bright\",\"locked\":false}}|is not a whole number",
                "/settings/security.web-password|\"settings\":{\"security.web-password\":{\"value\":\"x\",\"locked\":false}}|holds no secrets",
                "/extendsTemplate|\"settings\":{},\"extendsTemplate\":\"Nobody\"|There is no template “Nobody”",
                "/keys/3|\"settings\":{},\"keys\":{\"3\":{\"does\":\"fly\"}}|is no key",
                "/domain|\"settings\":{},\"domain\":\"nowhere.example\"|There is no domain “nowhere.example” here."
            })
    void badDocumentsAreRefusedAtThePlaceAndNothingIsTaken(String pointer, String part, String reason) {
        String domain = part.contains("\"domain\"") ? "" : "\"domain\":\"voice.tarnholm.example\",";
        String document =
                "{\"kind\":\"jordfell-template\",\"format\":1," + domain + "\"name\":\"Bad import\"," + part + "}";
        Answer answer = pier.client().post("/api/open/templates?look=false", document);
        assertThat(answer.problemAt(pointer)).as(answer.toString()).contains(reason);
        assertThat(pier.client().get("/api/ground").toString()).doesNotContain("Bad import");
    }

    @Test
    void anotherKindOfDocumentIsNotTaken() {
        assertThat(pier.client()
                        .post(
                                "/api/open/templates",
                                "{\"kind\":\"recipe\",\"format\":1,\"name\":\"x\",\"settings\":{}}")
                        .problemAt("/kind"))
                .contains("This is a document of kind “recipe”, format 1.");
    }
}
