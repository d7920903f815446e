package jordfell.server.today;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a day begins with. */
class TodayApiTest {

    private final RunningServer server = RunningServer.shared();

    private static long reached(JsonNode today, int stop) {
        return today.path("stops").path(stop).path("reached").asLong();
    }

    @Test
    void theFleetStandsOnItsPathAndNobodyIsPastAStopThatFewerReached() {
        Pier pier = new Pier(server);
        Client technician = pier.client();
        long before = technician.get("/api/today").json().path("devices").asLong();
        pier.enrolled("02-4B-7A-0C-02-61", "Counted window", "", "");
        RunningServer.until(
                "it is counted where it is",
                () -> technician.get("/api/today").json().path("devices").asLong() > before);
        JsonNode today = technician.get("/api/today").json();
        assertThat(today.path("stops").size()).isEqualTo(9);
        for (int stop = 1; stop < 9; stop++) {
            assertThat(reached(today, stop)).as("stop %s", stop).isLessThanOrEqualTo(reached(today, stop - 1));
        }
        JsonNode lately = today.path("lately");
        assertThat(lately.size()).isEqualTo(72);
        assertThat(Instant.parse(lately.path(71).path("at").asString()))
                .isAfter(Instant.parse(lately.path(0).path("at").asString()));
    }

    @Test
    void whenSomebodyLookedIsTheirsAlone() {
        Client viewer = server.viewer();
        Client lead = server.lead();
        String before = lead.get("/api/today").json().path("lookedAt").asString();
        assertThat(viewer.post("/api/today/looked", Map.of()).status())
                .as("who only looks has looked, too")
                .isEqualTo(204);
        assertThat(viewer.get("/api/today").json().path("lookedAt").asString()).isNotEmpty();
        assertThat(lead.get("/api/today").json().path("lookedAt").asString()).isEqualTo(before);
        assertThat(server.stranger().get("/api/today").status()).isEqualTo(401);
    }
}
