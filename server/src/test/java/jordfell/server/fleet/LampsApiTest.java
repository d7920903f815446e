package jordfell.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Keys that show whether somebody is busy, from the layout over the file and the phone to the sentence. */
class LampsApiTest {

    private static final String MAC = "02-4B-7A-0E-2D-01";

    private final Pier pier = new Pier(RunningServer.shared());

    private JsonNode lamp(long device, String place) {
        for (JsonNode lamp : pier.sheet(device).path("lamps")) {
            if (lamp.path("place").asString().equals(place)) {
                return lamp;
            }
        }
        return pier.sheet(device).path("none");
    }

    private static Map<String, Object> watches(int position, String number) {
        return Map.of("position", position, "kind", "BLF", "target", number, "label", "Key " + position);
    }

    @Test
    void aLampOfANumberThatNobodyHasIsToldAndLightsOnceSomebodyHasIt() {
        long device = pier.enrolled(MAC, "Lamp desk", "2139", "");
        assertThat(pier.client()
                        .put(
                                "/api/keys/DEVICE/" + device,
                                Map.of("version", 0, "wishes", List.of(watches(3, "2139"), watches(4, "2148"))))
                        .status())
                .isEqualTo(200);
        pier.release(device);
        pier.unbox(MAC);
        RunningServer.untilLong(
                "the dark one is told",
                () -> pier.sentence(device).equals("Nobody has 2148, so the lamp of key 4 stays dark."));
        // The sheet tells what was seen a moment ago; what is over before it was ever kept is nothing that it suffered
        // from.
        RunningServer.until(
                "and kept",
                () -> pier.client()
                        .get("/api/devices?q=lamp+desk")
                        .json()
                        .path("rows")
                        .toString()
                        .contains("lamp-dark"));
        assertThat(pier.rail(device)).as("it has dial tone all the same").startsWith("ppppppp");
        assertThat(lamp(device, "key 3").path("state").asString()).isEqualTo("TOLD");
        assertThat(lamp(device, "key 4").path("words").asString()).isEqualTo("404 Not Found");
        JsonNode causes = pier.client().get("/api/triage").json();
        assertThat(causes.get(causes.size() - 1).path("cause").asString())
                .as("after what takes dial tone away")
                .isEqualTo("lamp-dark");
        assertThat(causes.get(causes.size() - 1).path("leavesDialTone").asBoolean())
                .isTrue();
        pier.enrolled("02-4B-7A-0E-2D-02", "Watched desk", "2148", "");
        pier.client().post("/api/lab/phones/" + MAC + "/restart", Map.of());
        RunningServer.untilLong(
                "lit", () -> lamp(device, "key 4").path("state").asString().equals("TOLD"));
        RunningServer.until(
                "the finding is over", () -> pier.sheet(device).path("findings").isEmpty());
        RunningServer.until(
                "and is written down",
                () -> pier.sheet(device)
                        .path("past")
                        .toString()
                        .contains("Nobody has 2148, so the lamp of key 4 stays dark."));
    }
}
