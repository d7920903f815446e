package jordfell.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The screens' types come from web/openapi.json; this keeps it what the server really answers. */
class OpenApiTest {

    @Test
    void committedDocumentIsTheServersOwn() throws IOException {
        ObjectNode served =
                (ObjectNode) RunningServer.shared().lead().get("/api/openapi").json();
        served.remove("servers");
        Path file = Path.of("../web/openapi.json");
        ObjectNode committed = (ObjectNode) JsonMapper.shared().readTree(Files.readString(file));
        committed.remove("servers");
        Path fresh = Path.of("target/openapi.json");
        Files.writeString(
                fresh, JsonMapper.shared().writerWithDefaultPrettyPrinter().writeValueAsString(served) + "\n");
        assertThat(committed)
                .as("run: cp server/target/openapi.json web/openapi.json")
                .isEqualTo(served);
    }

    @Test
    void everyFieldOfAnAnswerIsRequiredUnlessItMayBeNull() {
        JsonNode device = RunningServer.shared()
                .lead()
                .get("/api/openapi")
                .json()
                .path("components")
                .path("schemas")
                .path("DeviceRow");
        assertThat(device.path("required").toString()).contains("\"rail\"").doesNotContain("\"since\"");
    }
}
