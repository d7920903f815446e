package jordfell.server.start;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.Map;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The data of the previous version, as its demo left them, are taken over whole. */
class PreviousVersionTest {

    @TempDir
    private Path folder;

    @Test
    void dataOfThePreviousVersionAreTakenOver() throws Exception {
        Path data = folder.resolve("kept data/jordfell");
        Files.createDirectories(data.getParent());
        Files.copy(resource("v6.key"), Path.of(data + ".key"), StandardCopyOption.REPLACE_EXISTING);
        try (Connection connection = DriverManager.getConnection("jdbc:h2:file:" + data, "jordfell", "");
                Statement statement = connection.createStatement()) {
            statement.execute("runscript from '" + resource("v6.sql.gz") + "' compression gzip");
        }
        RunningServer server = RunningServer.on(data);
        try {
            Client lead = server.lead();
            JsonNode fleet = lead.get("/api/devices").json();
            assertThat(fleet.path("total").asInt()).isEqualTo(43);
            int made = 0;
            int seen = 0;
            for (JsonNode row : fleet.path("rows")) {
                JsonNode sheet =
                        lead.get("/api/devices/" + row.path("id").asLong()).json();
                seen += sheet.path("seen").size();
                JsonNode file = lead.get("/api/devices/" + row.path("id").asLong() + "/file")
                        .json();
                made += file.path("problems").isEmpty() && file.path("lines").size() > 15 ? 1 : 0;
            }
            assertThat(made)
                    .as("files that are made of passwords which could be opened")
                    .isGreaterThan(25);
            assertThat(seen).as("what was seen of them").isGreaterThan(300);
            long extension = lead.get("/api/extensions?domainId=1")
                    .json()
                    .path("rows")
                    .path(0)
                    .path("id")
                    .asLong();
            assertThat(lead.post("/api/extensions/" + extension + "/password/reveal", Map.of("reason", "is it kept?"))
                            .json()
                            .path("secret")
                            .asString())
                    .hasSize(20);
            assertThat(lead.get("/api/audit").json().path("entries").size()).isGreaterThan(10);
        } finally {
            server.close();
        }
    }

    private static Path resource(String name) throws Exception {
        return Path.of(
                PreviousVersionTest.class.getResource("/previous/" + name).toURI());
    }
}
