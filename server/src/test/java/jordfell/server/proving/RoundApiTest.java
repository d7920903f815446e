package jordfell.server.proving;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Rounds of test calls: a phone that works, one that has no dial tone, and the protocol of both. */
class RoundApiTest {

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();

    private JsonNode ended(long round) {
        RunningServer.untilLong(
                "the round is over",
                () -> !technician
                        .get("/api/rounds/" + round)
                        .json()
                        .path("round")
                        .path("ended")
                        .isNull());
        return technician.get("/api/rounds/" + round).json();
    }

    @Test
    void eachIsCalledInItsTurnAndTheProtocolSaysWhatCameOfIt() {
        String mac = "02-4B-7A-0C-02-81";
        long works = pier.enrolled(mac, "Called window", "2492", "");
        pier.release(works);
        pier.unbox(mac);
        RunningServer.untilLong("it is registered", () -> pier.rail(works).startsWith("ppppppp"));
        long dark = pier.enrolled("02-4B-7A-0C-02-82", "Dark window", "2494", "");
        JsonNode made = technician
                .post(
                        "/api/rounds",
                        Map.of("name", "Acceptance of <two>", "deviceIds", List.of(works, dark), "perMinute", 60))
                .json();
        assertThat(made.path("devices").asInt()).isEqualTo(2);
        JsonNode whole = ended(made.path("id").asLong());
        assertThat(whole.path("round").path("passed").asInt()).isEqualTo(1);
        assertThat(whole.path("round").path("failed").asInt()).isEqualTo(1);
        JsonNode first = whole.path("devices").path(0);
        assertThat(first.path("state").asString()).isEqualTo("PASSED");
        assertThat(first.path("out").asString()).startsWith("200");
        assertThat(whole.path("devices").path(1).path("why").asString()).startsWith("It has no dial tone. ");
        String at = "/api/rounds/" + made.path("id").asLong();
        assertThat(server.viewer().get(at + "/protocol.html").response().body())
                .contains("1 of 2 devices call and are called.", "Acceptance of &lt;two&gt;", "Accepted by");
        assertThat(technician.get(at + "/protocol.csv").response().body()).contains("Called window", "passed");
        assertThat(technician.post(at + "/cancel", Map.of()).status())
                .as("what is over is not cancelled")
                .isEqualTo(410);
        whatIsSentOnOnRecordIsNotProvenByWhoAnswers(works);
    }

    private void whatIsSentOnOnRecordIsNotProvenByWhoAnswers(long device) {
        String diversions = "/api/calls/diversions?domainId=" + pier.domainId + "&number=2492";
        long version = technician.get(diversions).json().path("version").asLong();
        assertThat(technician
                        .put(
                                diversions,
                                Map.of(
                                        "always",
                                        "*8378",
                                        "busy",
                                        "",
                                        "unanswered",
                                        "",
                                        "unreachable",
                                        "",
                                        "afterSeconds",
                                        20,
                                        "version",
                                        version))
                        .status())
                .isEqualTo(200);
        JsonNode made = technician
                .post("/api/rounds", Map.of("name", "Sent on", "deviceIds", List.of(device), "perMinute", 60))
                .json();
        JsonNode line = ended(made.path("id").asLong()).path("devices").path(0);
        assertThat(line.path("state").asString()).isEqualTo("FAILED");
        assertThat(line.path("in").asString()).startsWith("did not ring here");
        assertThat(line.path("why").asString())
                .isEqualTo("Calls for 2492 do not ring it: extension 2492 sends all of them to *8378.");
    }

    @Test
    void whatIsWrongWithARoundIsToldAtItsFields() {
        Map<String, Object> form = Map.of("name", " ", "deviceIds", List.of(), "perMinute", 0);
        RunningServer.Answer answer = technician.post("/api/rounds", form);
        assertThat(answer.problemAt("/name")).startsWith("It has no name.");
        assertThat(answer.problemAt("/perMinute")).startsWith("0 in a minute can’t be.");
        assertThat(technician
                        .post("/api/rounds", Map.of("name", "x", "deviceIds", List.of(), "perMinute", 5))
                        .problemAt("/deviceIds"))
                .startsWith("No device in use is chosen.");
        assertThat(server.viewer()
                        .post("/api/rounds", Map.of("name", "x", "deviceIds", List.of(1), "perMinute", 5))
                        .status())
                .isEqualTo(403);
        assertThat(technician.get("/api/rounds/999999").status()).isEqualTo(404);
        assertThat(technician.get("/api/rounds/999999/protocol.html").status()).isEqualTo(404);
    }
}
