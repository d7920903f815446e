package jordfell.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A scenario is run in the Lab, scored, and ended. */
class RehearsalApiTest {

    private static final String SITE = "Eskvik Pier";
    private static final String EMPTY = "Rehearsal quay";
    private static final String MAC = "02-4B-7A-0C-01-01";

    private final Pier pier = new Pier(RunningServer.shared());

    private Answer run(String scenario, String key) {
        return pier.client().post("/api/lab/scenario", Map.of("scenario", scenario, "key", key));
    }

    private JsonNode running() {
        return pier.client().get("/api/lab/scenario").json().path("running");
    }

    @AfterEach
    void end() {
        pier.client().delete("/api/lab/scenario");
    }

    @Test
    void thePowerOfASiteIsGoneUntilTheScenarioEnds() {
        pier.client()
                .post(
                        "/api/sites",
                        Map.of(
                                "domainId",
                                pier.domainId,
                                "name",
                                EMPTY,
                                "natTimeout",
                                60,
                                "allowsLocalMacs",
                                true,
                                "timeServer",
                                "ntp.x.example"));
        assertThat(run("POWER_GONE", EMPTY).problemAt("/key")).startsWith("No phone of the Lab is there");
        long device = pier.enrolled(MAC, "Quay crane", "2467", "");
        pier.release(device);
        pier.unbox(MAC);
        pier.untilRail(device, "ppppppp");
        RunningServer.until(
                "that it is well is kept",
                () -> pier.server()
                        .bean(Jdbc.class)
                        .one(
                                "select condition from device_state where device_id = ?",
                                row -> row.text("condition"),
                                device)
                        .filter(condition -> condition.equals("UNDER_WAY") || condition.equals("CARRYING"))
                        .isPresent());
        assertThat(run("POWER_GONE", SITE).status()).isLessThan(300);
        assertThat(running().path("reached").asInt()).isPositive();
        assertThat(running().path("found").asInt() + running().path("missed").asInt())
                .as("told otherwise of none that it reaches: %s", running())
                .isEqualTo(running().path("reached").asInt());
        assertThat(running().path("place").asString()).isEqualTo(SITE);
        assertThat(powered()).isFalse();
        assertThat(run("DEAF", SITE).problemAt("/scenario")).startsWith("Another scenario runs.");
        pier.client().delete("/api/lab/scenario");
        assertThat(running().isMissingNode() || running().isNull()).isTrue();
        assertThat(powered()).isTrue();
    }

    @Test
    void whatCanNotBeRunIsRefusedAndNothingIsBroken() {
        assertThat(run("NODE_LOST", "no such host").problemAt("/key")).startsWith("There is no such place");
        assertThat(run("DEAF", "Nowhere").status()).isEqualTo(422);
        assertThat(pier.client().post("/api/lab/scenario", Map.of()).problemAt("/scenario"))
                .startsWith("Nothing is to be run.");
        assertThat(pier.server()
                        .viewer()
                        .post("/api/lab/scenario", Map.of("scenario", "DEAF", "key", "Eskvik Pier"))
                        .status())
                .isEqualTo(403);
        assertThat(running().isMissingNode() || running().isNull()).isTrue();
    }

    @Test
    void whatIsBrokenThereAlreadyIsToldBeforeAnythingIsDone() {
        Answer fault = pier.client()
                .post(
                        "/api/lab/faults",
                        Map.of("where", "SITE", "key", SITE, "kind", "ANSWERS_BLOCKED", "inMinutes", 60));
        assertThat(fault.status()).as(fault.toString()).isEqualTo(201);
        pier.unbox("02-4B-7A-0C-01-02");
        assertThat(run("DEAF", SITE).problemAt("/scenario")).startsWith("What it breaks is broken there already.");
        pier.client().delete("/api/lab/faults/" + fault.json().path("id").asLong());
    }

    private boolean powered() {
        for (JsonNode phone : pier.client().get("/api/lab").json().path("phones")) {
            if (phone.path("mac").asString().equals(MAC)) {
                return phone.path("powered").asBoolean();
            }
        }
        throw new AssertionError("no phone");
    }
}
