package jordfell.server.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What an act would bring back, and what was cleared, goes after a time that is said. */
class OldActsTest {

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);

    @Test
    void actOlderThanTheTimeThatIsSaidStaysToldAndCannotBeTakenBack() {
        pier.client().post("/api/people", Map.of("domainId", pier.domainId, "name", "Old act"));
        JsonNode act = pier.client().get("/api/acts").json().get(0);
        int days = pier.client()
                .get("/api/ground")
                .json()
                .path("kept")
                .path("undo")
                .asInt();
        Jdbc jdbc = server.bean(Jdbc.class);
        jdbc.update(
                "update act set at = ? where id = ?",
                Instant.now().minus(Duration.ofDays(days + 1)),
                act.path("id").asLong());
        server.bean(OldActs.class).forget();
        assertThat(pier.client()
                        .post("/api/acts/" + act.path("id").asLong() + "/undo", "")
                        .problemAt("/"))
                .contains("would bring back is not kept so long.");
        assertThat(pier.client().get("/api/acts").json().get(0).path("title").asString())
                .isEqualTo(act.path("title").asString());
    }
}
