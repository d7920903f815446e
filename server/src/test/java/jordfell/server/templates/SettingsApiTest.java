package jordfell.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

class SettingsApiTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private Answer put(String layer, Object owner, String key, String value) {
        return pier.client().put("/api/settings/" + layer + "/" + owner + "/" + key, Map.of("value", value));
    }

    private JsonNode setting(long id, String key) {
        for (JsonNode s :
                pier.client().get("/api/devices/" + id + "/settings").json().path("settings")) {
            if (s.path("key").asString().equals(key)) {
                return s;
            }
        }
        throw new IllegalStateException("no setting " + key);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    registration.expiry    | soon                | is not a whole number; 30 to 86400 s is.
                    registration.expiry    | 5                   | 5 is outside the range
                    registration.registrar | http://voice.example| “http://” does not belong here
                    registration.registrar | voice.example:5060  | The port does not belong here
                    clock.zone             | Moon/Tycho          | is not a time zone
                    clock.format           | 36                  | choose 24, 12
                    calls.waiting          | maybe               | neither yes nor no
                    """)
    void valuesOfTheWrongTypeAreRefusedWithWhatWouldBeRight(String key, String value, String reason) {
        assertThat(put("TEMPLATE", pier.templateId, key, value).problemAt("/value"))
                .contains(reason);
    }

    @Test
    void unknownSettingsAndLayersDoNotExist() {
        assertThat(put("TEMPLATE", pier.templateId, "no.such", "1").status()).isEqualTo(404);
        assertThat(put("PLANET", 1, "clock.zone", "Etc/UTC").status()).isEqualTo(400);
    }

    @Test
    void everyLayerKeepsItsWordAndTheLaterOneWins() {
        long id = pier.enrolled("02-4B-7A-07-00-01", "Layers", "2470", "");
        put("SITE", pier.siteId, "screen.backlight", "30");
        put("DEVICE", id, "screen.backlight", "90");
        JsonNode backlight = setting(id, "screen.backlight");
        assertThat(backlight.path("value").asString()).isEqualTo("90");
        assertThat(backlight.path("words").toString()).contains("\"30\"").contains("Eskvik Pier");
        pier.client().delete("/api/settings/DEVICE/" + id + "/screen.backlight");
        assertThat(setting(id, "screen.backlight").path("value").asString()).isNotEqualTo("90");
        pier.client().delete("/api/settings/SITE/" + pier.siteId + "/screen.backlight");
    }

    @Test
    void changedSettingIsPendingShownAndReleased() {
        String mac = "02-4B-7A-07-00-02";
        long id = pier.enrolled(mac, "Preview", "2471", "");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        put("DEVICE", id, "calls.voicemail", "*99");
        RunningServer.until("pending", () -> pier.sheet(id).path("pending").asBoolean());
        JsonNode file = pier.client().get("/api/devices/" + id + "/file").json();
        assertThat(file.path("lines").toString())
                .contains("{\"change\":\"REMOVED\",\"text\":\"messages     = *86\",\"spots\":[]}")
                .contains("{\"change\":\"ADDED\",\"text\":\"messages     = *99\",\"spots\":[{\"from\":15,\"to\":18,"
                        + "\"name\":\"line.calls.voicemail\",\"key\":\"calls.voicemail\"}]}");
        RunningServer.until("it is listed", () -> {
            String pending = pier.client().get("/api/releases/pending").toString();
            return pending.contains("\"label\":\"Preview\"")
                    && pending.contains("\"changes\":[\"Voicemail number: *86 → *99\"]");
        });
        assertThat(pier.client()
                        .post("/api/releases", Map.of("deviceIds", List.of(id), "reason", "voicemail moved"))
                        .status())
                .isEqualTo(201);
        RunningServer.until("the phone has it", () -> {
            JsonNode now = pier.client().get("/api/devices/" + id + "/file").json();
            return now.path("onPhone").asString().equals(now.path("revision").asString());
        });
        assertThat(pier.client()
                        .get("/api/releases")
                        .json()
                        .get(0)
                        .path("reason")
                        .asString())
                .isEqualTo("voicemail moved");
    }

    @Test
    void wrongRegistrarNameIsToldWithTheNameOnceReleased() {
        String mac = "02-4B-7A-07-00-03";
        long id = pier.enrolled(mac, "Astray", "2472", "");
        put("DEVICE", id, "registration.registrar", "voise.tarnholm.example");
        pier.unbox(mac);
        pier.release(id);
        RunningServer.until("told", () -> pier.sentence(id).equals("DNS knows no voise.tarnholm.example."));
        assertThat(pier.rail(id)).isEqualTo("pppphnnnn");
        assertThat(remedy(id)).as("it is the domain’s name mistyped").isEqualTo("CORRECT_REGISTRAR");
        assertThat(pier.client()
                        .post(
                                "/api/devices/" + id + "/remedies",
                                Map.of(
                                        "cause", "name-not-found",
                                        "line", 0,
                                        "action", "CORRECT_REGISTRAR",
                                        "target", "voice.tarnholm.example"))
                        .status())
                .isEqualTo(200);
        assertThat(remedy(id)).as("mended, and not released").isEqualTo("RELEASE");
        assertThat(pier.sheet(id).path("findings").get(0).path("detail").asString())
                .isEqualTo("The setting says voice.tarnholm.example by now; that is not released to it yet.");
    }

    private String remedy(long device) {
        return pier.sheet(device)
                .path("findings")
                .get(0)
                .path("remedies")
                .get(0)
                .path("action")
                .asString();
    }

    @Test
    void templatesAreNamedOnce() {
        Map<String, Object> wish = Map.of("domainId", pier.domainId, "name", "Night desk");
        assertThat(pier.client().post("/api/templates", wish).status()).isEqualTo(201);
        assertThat(pier.client().post("/api/templates", wish).status()).isEqualTo(409);
        assertThat(pier.client()
                        .post("/api/templates", Map.of("domainId", pier.domainId, "name", " "))
                        .problemAt("/name"))
                .contains("The name is empty.");
    }

    @Test
    void releaseOfNothingOrOfStrangersIsRefused() {
        assertThat(pier.client()
                        .post("/api/releases", Map.of("deviceIds", List.of()))
                        .problemAt("/deviceIds"))
                .contains("No device is chosen.");
        assertThat(pier.client()
                        .post("/api/releases", Map.of("deviceIds", List.of(987654)))
                        .problemAt("/deviceIds/0"))
                .contains("There is no device 987654.");
    }
}
