package jordfell.server.triage;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Who works on a cause, what waits and what is closed, and which devices are looked at. */
class TriageApiTest {

    private static final String VARIANT = "2473 is not its own";

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();

    @BeforeEach
    void someUnbound() {
        if (technician.get("/api/devices?q=Triaged").json().path("rows").isEmpty()) {
            pier.enrolled("02-4B-7A-0C-02-51", "Triaged window 1", "", "");
            pier.enrolled("02-4B-7A-0C-02-52", "Triaged window 2", "", "");
        }
    }

    private JsonNode cause(String query, String name) {
        for (JsonNode cause : technician.get("/api/triage" + query).json()) {
            if (cause.path("cause").asString().equals(name)) {
                return cause;
            }
        }
        return technician.get("/api/session").json().path("nothing");
    }

    private int say(Client who, String what, Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(more);
        body.put("cause", "line-unbound");
        return who.post("/api/triage/" + what, body).status();
    }

    @Test
    void aCauseIsTakenSetAsideClosedAndOpenedAgain() {
        RunningServer.until(
                "two have no extension",
                () -> cause("", "line-unbound").path("count").asInt() >= 2);
        assertThat(say(technician, "take", Map.of())).isEqualTo(200);
        assertThat(cause("", "line-unbound").path("mark").path("takenBy").asString())
                .startsWith("Mats");
        assertThat(say(server.viewer(), "take", Map.of())).as("who only looks").isEqualTo(403);
        assertThat(say(technician, "leave", Map.of())).isEqualTo(200);
        assertThat(cause("", "line-unbound").path("mark").path("takenBy").asString())
                .isEmpty();

        assertThat(say(technician, "aside", Map.of("until", Instant.EPOCH.toString())))
                .isEqualTo(422);
        assertThat(say(
                        technician,
                        "aside",
                        Map.of("until", Instant.now().plusSeconds(3_600).toString())))
                .isEqualTo(200);
        assertThat(cause("", "line-unbound").path("aside").asBoolean()).isTrue();
        assertThat(say(technician, "reopen", Map.of())).isEqualTo(200);
        assertThat(cause("", "line-unbound").path("aside").asBoolean()).isFalse();

        assertThat(say(technician, "close", Map.of("why", " ")))
                .as("without a reason")
                .isEqualTo(422);
        assertThat(say(technician, "close", Map.of("why", "100 % of them wait for their number")))
                .isEqualTo(200);
        JsonNode closed = cause("", "line-unbound");
        assertThat(closed.path("aside").asBoolean()).isTrue();
        assertThat(closed.path("mark").path("closedWhy").asString()).isEqualTo("100 % of them wait for their number");
        pier.enrolled("02-4B-7A-0C-02-53", "Triaged window 3", "", "");
        RunningServer.until(
                "another one opens it again",
                () -> !cause("", "line-unbound").path("aside").asBoolean());
        assertThat(technician
                        .post("/api/triage/take", Map.of("cause", "no-such-cause", "variant", VARIANT))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void onlyTheDevicesThatAreAskedForAreCounted() {
        RunningServer.until(
                "two have no extension",
                () -> cause("", "line-unbound").path("count").asInt() >= 2);
        int here = cause("?site=" + pier.siteId, "line-unbound").path("count").asInt();
        int ofModel = cause("?model=korrin-k24", "line-unbound").path("devices").size();
        int all = cause("", "line-unbound").path("count").asInt(); // after those, since others come meanwhile
        assertThat(here).isBetween(2, all);
        assertThat(ofModel).isBetween(2, all);
        assertThat(cause("?site=999999", "line-unbound").isMissingNode()).isTrue();
        assertThat(cause("?model=no-such", "line-unbound").isMissingNode()).isTrue();
        assertThat(cause("?newerThan=2999-01-01T00:00:00Z", "line-unbound").isMissingNode())
                .isTrue();
        assertThat(technician.get("/api/triage?newerThan=yesterday").status()).isEqualTo(400);
    }
}
