package jordfell.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Keys that flow from templates and the Roster. */
class KeysApiTest extends TemplatesFixture {

    @Test
    void keysFlowFromTemplateAndRosterAndMisfitsAreTold() {
        long template = template("Key desk", null);
        long device = following(template, "02-4B-7A-0D-00-04", "2477");
        assertThat(pier.client()
                        .put(
                                "/api/keys/TEMPLATE/" + template,
                                Map.of(
                                        "version",
                                        0,
                                        "wishes",
                                        List.of(
                                                Map.of("position", 1, "kind", "LINE", "target", "1"),
                                                Map.of(
                                                        "position",
                                                        2,
                                                        "kind",
                                                        "BLF",
                                                        "target",
                                                        "2400",
                                                        "label",
                                                        "Radio"),
                                                Map.of("position", 30, "kind", "PARK", "target", "1"))))
                        .status())
                .isEqualTo(200);
        JsonNode plan =
                pier.client().post("/api/devices/" + device + "/keys", Map.of()).json();
        assertThat(plan.path("placed").toString()).contains("\"label\":\"Radio\"");
        assertThat(plan.path("sentence").asString())
                .isEqualTo("It has 12 keys, the layout 3: 1 does not fit; there is room on free keys.");
        assertThat(plan.path("misfits").get(0).path("moveTo").asInt()).isEqualTo(3);
        assertThat(pier.client().get("/api/devices/" + device + "/file").toString())
                .contains("[key.2]");
        assertThat(pier.client()
                        .put("/api/keys/TEMPLATE/" + template, Map.of("version", 0, "wishes", List.of()))
                        .status())
                .isEqualTo(412);
        assertThat(pier.client()
                        .put(
                                "/api/keys/TEMPLATE/" + template,
                                Map.of("version", 1, "wishes", List.of(Map.of("position", 4, "kind", "BLF"))))
                        .problemAt("/wishes/4"))
                .contains("Key 4: It has no target");
        assertThat(pier.client().get("/api/devices/" + device + "/key-labels").status())
                .isEqualTo(200);
    }

    @Test
    void keysThatARuleFillsFollowTheRoster() {
        long template = template("Filled desk", null);
        long device = following(template, "02-4B-7A-0D-00-07", "2481");
        pier.client()
                .put(
                        "/api/keys/TEMPLATE/" + template,
                        Map.of(
                                "version",
                                0,
                                "wishes",
                                List.of(Map.of(
                                        "position",
                                        2,
                                        "kind",
                                        "BLF",
                                        "department",
                                        "Lamp room",
                                        "order",
                                        "EXTENSION"))));
        pier.release(device);
        RunningServer.until(
                "released", () -> !pier.sheet(device).path("pending").asBoolean());
        Answer starter = pier.client()
                .post(
                        "/api/people",
                        Map.of("domainId", pier.domainId, "name", "Ylva Dorn", "email", "", "department", "lamp room"));
        assertThat(starter.status()).isEqualTo(201);
        assertThat(pier.client()
                        .post(
                                "/api/extensions",
                                Map.of(
                                        "domainId",
                                        pier.domainId,
                                        "number",
                                        "2482",
                                        "displayName",
                                        "Ylva Dorn",
                                        "person",
                                        "Ylva Dorn"))
                        .status())
                .isEqualTo(201);
        RunningServer.until(
                "the starter’s key is a change to be released",
                () -> pier.sheet(device).path("pending").asBoolean());
        assertThat(pier.client()
                        .post("/api/devices/" + device + "/keys", Map.of())
                        .json()
                        .path("placed")
                        .toString())
                .contains("\"label\":\"Ylva Dorn\"")
                .contains("2482");
    }
}
