package jordfell.server.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A number that is called to see what rings, beside what was foretold. */
class RingTrialApiTest {

    private static final String MAC = "02-4B-7A-08-00-31";

    private final Pier pier = new Pier(RunningServer.shared());

    private Answer call(String number) {
        return pier.client().post("/api/calls/trials", Map.of("domainId", pier.domainId, "number", number));
    }

    private JsonNode ended(Answer begun) {
        assertThat(begun.status()).as(begun.toString()).isEqualTo(202);
        String path = "/api/calls/trials/" + begun.json().path("id").asLong();
        RunningServer.untilLong(
                "over",
                () -> !pier.client().get(path).json().path("words").asString().isEmpty());
        return pier.client().get(path).json();
    }

    @Test
    void whatRingsIsPutBesideWhatWasForetold() {
        long device = pier.enrolled(MAC, "Tried desk", "2140", "");
        pier.release(device);
        pier.unbox(MAC);
        RunningServer.untilLong("registered", () -> pier.rail(device).startsWith("ppppppp"));
        RunningServer.until(
                "it is foretold to ring",
                () -> pier.client()
                        .get("/api/calls/path?domainId=" + pier.domainId + "&number=2140")
                        .json()
                        .path("rings")
                        .asBoolean());
        JsonNode came = ended(call("2140"));
        assertThat(came.path("answered").asBoolean()).isTrue();
        assertThat(came.path("differences")).isEmpty();
        assertThat(came.at("/rang/0/label").asString()).isEqualTo("Tried desk");
        assertThat(came.at("/rang/0/deviceId").asLong()).isEqualTo(device);
        assertThat(pier.client().get("/api/audit").toString()).contains("called 2140 to see what rings");
    }

    @Test
    void numberThatNobodyHasRingsNothingAndWasForetoldSo() {
        JsonNode came = ended(call("2149"));
        assertThat(came.path("rang")).isEmpty();
        assertThat(came.path("words").asString()).startsWith("404");
        assertThat(came.path("differences")).isEmpty();
    }

    @Test
    void whatIsNoNumberIsNotCalledAndAViewerCallsNobody() {
        assertThat(call("some1").problemAt("/number")).contains("is no number");
        assertThat(call("").problemAt("/number")).isNotEmpty();
        assertThat(pier.client().get("/api/calls/trials/999999").status()).isEqualTo(404);
        assertThat(RunningServer.shared()
                        .viewer()
                        .post("/api/calls/trials", Map.of("domainId", pier.domainId, "number", "2140"))
                        .status())
                .isEqualTo(403);
    }
}
