package jordfell.server.triage;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class SharedApiTest {

    /** Everybody may look; the numbers of the fleet stand in the fields, those of no cause are nobody’s. */
    @Test
    void whatTheDevicesOfACauseShareIsToldWithTheFleetBesideIt() {
        JsonNode shared = RunningServer.shared()
                .viewer()
                .get("/api/triage/shared?cause=wrong-password&variant=no+such+variant")
                .json();
        assertThat(shared.path("sentence").asString()).isEmpty();
        assertThat(shared.path("withinSeconds").asLong()).isEqualTo(-1);
        JsonNode matrix = shared.path("matrix");
        assertThat(matrix.path("down").asString()).isEqualTo("site");
        assertThat(matrix.path("cells").size()).isEqualTo(matrix.path("rows").size());
        matrix.path("cells").forEach(row -> {
            assertThat(row.size()).isEqualTo(matrix.path("columns").size());
            row.forEach(cell -> assertThat(cell.path("held").asInt()).isZero());
        });
    }
}
