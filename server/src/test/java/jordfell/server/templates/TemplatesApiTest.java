package jordfell.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What templates say, and which may extend which. */
class TemplatesApiTest extends TemplatesFixture {

    @Test
    void circleOfTemplatesIsRefusedWithItsNames() {
        long one = template("Circle one", null);
        long two = template("Circle two", one);
        Answer answer =
                pier.client().put("/api/templates/" + one, Map.of("name", "Circle one", "parentId", two, "version", 1));
        assertThat(answer.problemAt("/parentId"))
                .contains("That would be a circle: Circle one extends Circle two extends Circle one.");
        assertThat(pier.client()
                        .put("/api/templates/" + one, Map.of("name", "Circle one", "note", "x", "version", 77))
                        .status())
                .isEqualTo(412);
    }

    @Test
    void chainSpeaksParentFirstAndALockKeepsTheRestOut() {
        long parent = template("Chain parent", null);
        long child = template("Chain child", parent);
        long device = following(child, "02-4B-7A-0D-00-01", "2474");
        put("TEMPLATE", parent, "screen.backlight", "11", false);
        put("TEMPLATE", child, "screen.backlight", "22", false);
        assertThat(setting(device, "screen.backlight").path("value").asString()).isEqualTo("22");
        put("TEMPLATE", parent, "screen.backlight", "11", true);
        assertThat(setting(device, "screen.backlight").path("value").asString()).isEqualTo("11");
        assertThat(setting(device, "screen.backlight").path("words").toString())
                .contains("\"name\":\"Chain child\"")
                .contains("\"locked\":true,\"stands\":true");
        assertThat(put("DEVICE", device, "screen.backlight", "33", false).problemAt("/value"))
                .contains("Chain parent locks Backlight at 11.");
        assertThat(put("TEMPLATE", child, "screen.backlight", "33", false).problemAt("/value"))
                .contains("Unlock it there first.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "= 1 +|At character",
                "= extension.nummer|There is no extension.nummer",
                "{{ person.naem }}|There is no person.naem",
                "= [1,2].map(x, x)|At character"
            })
    void formulaThatCanNotBeIsRefusedWithPlaceAndReason(String formula, String reason) {
        assertThat(put("TEMPLATE", pier.templateId, "screen.idle-text", formula, false)
                        .problemAt("/value"))
                .contains(reason);
    }

    @Test
    void longValueIsRefusedByItsLength() {
        assertThat(put("TEMPLATE", pier.templateId, "screen.idle-text", "x".repeat(10_000), false)
                        .problemAt("/value"))
                .contains("It has 10000 characters; at most 64 fit.");
        assertThat(put("TEMPLATE", pier.templateId, "screen.idle-text", "{{" + "x".repeat(10_000) + "}}", false)
                        .problemAt("/value"))
                .contains("It has 10004 characters; at most 2000 fit.");
    }

    @Test
    void formulaThatFailsOnADeviceIsToldThereAndKeepsItFromRelease() {
        long device = pier.enrolled("02-4B-7A-0D-00-02", "Formula desk", "2475", "");
        assertThat(put("DEVICE", device, "registration.local-port", "= 1000 / (int(extension.number) - 2475)", false)
                        .status())
                .isEqualTo(200);
        assertThat(setting(device, "registration.local-port").path("problem").asString())
                .contains("In this device:")
                .contains("it divides by zero");
        assertThat(pier.client()
                        .post("/api/releases", Map.of("deviceIds", List.of(device)))
                        .problemAt("/deviceIds/0"))
                .contains("Formula desk: Local SIP port: In this device:");
        JsonNode tried = pier.client()
                .post(
                        "/api/devices/" + device + "/preview",
                        Map.of(
                                "layer", "DEVICE",
                                "owner", Long.toString(device),
                                "key", "registration.local-port",
                                "value", "= 20000 + int(extension.number)"))
                .json();
        assertThat(tried.path("value").asString()).isEqualTo("22475");
        assertThat(tried.path("file").path("lines").toString()).contains("own-port     = 22475");
        pier.client().delete("/api/settings/DEVICE/" + device + "/registration.local-port");
    }

    @Test
    void secondOfTwoEditorsIsToldWhoWasFasterAndNothingIsOverwritten() {
        long template = template("Two editors", null);
        String path = "/api/settings/TEMPLATE/" + template + "/screen.backlight";
        assertThat(pier.client()
                        .put(path, Map.of("value", "10"), "If-Match", "\"0\"")
                        .status())
                .isEqualTo(200);
        Answer second = pier.client().put(path, Map.of("value", "20"), "If-Match", "\"0\"");
        assertThat(second.status()).isEqualTo(412);
        assertThat(second.json().path("detail").asString())
                .contains("Mats Lindqvaist set it to “10” since you opened it.");
        JsonNode own = pier.client().get(path).json();
        assertThat(own.path("value").asString()).isEqualTo("10");
        assertThat(own.path("past").get(0).path("became").asString()).isEqualTo("10");
        assertThat(pier.client()
                        .put(
                                path,
                                Map.of("value", "20"),
                                "If-Match",
                                "\"" + own.path("version").asLong() + "\"")
                        .status())
                .isEqualTo(200);
    }

    @Test
    void secretsAreSealedAndNeverShownNotEvenInThePreview() {
        long device = pier.enrolled("02-4B-7A-0D-00-03", "Secret desk", "2476", "");
        put("DEVICE", device, "security.web-password", "heron & slipway", false);
        assertThat(pier.client().get("/api/devices/" + device + "/settings").toString())
                .doesNotContain("heron");
        assertThat(pier.client()
                        .get("/api/settings/DEVICE/" + device + "/security.web-password")
                        .toString())
                .doesNotContain("heron");
        JsonNode file = pier.client().get("/api/devices/" + device + "/file").json();
        assertThat(file.toString()).doesNotContain("heron").contains("page-with    = ••••");
        assertThat(put("DEVICE", device, "security.web-password", "", false).status())
                .isEqualTo(200);
    }

    @Test
    void comparisonNamesWhatDiffersAndFromWhichLayer() {
        long one = pier.enrolled("02-4B-7A-0D-00-05", "Twin one", "2478", "");
        long other = pier.enrolled("02-4B-7A-0D-00-06", "Twin two", "2479", "");
        assertThat(pier.client()
                        .get("/api/compare?one=" + one + "&other=" + other)
                        .json()
                        .path("sentence")
                        .asString())
                .isEqualTo("No setting differs.");
        put("DEVICE", other, "registration.expiry", "300", false);
        JsonNode found =
                pier.client().get("/api/compare?one=" + one + "&other=" + other).json();
        assertThat(found.path("sentence").asString()).isEqualTo("1 setting differs.");
        assertThat(found.path("differences").toString())
                .contains("\"label\":\"Expiry\"")
                .contains("\"other\":\"300\",\"otherFrom\":\"this device\"");
        assertThat(pier.client()
                        .get("/api/compare?one=" + one + "&other=" + one)
                        .problemAt("/other"))
                .contains("That is the same device.");
    }

    @Test
    void templateThatIsInUseIsNotRemoved() {
        long parent = template("Removable parent", null);
        long child = template("Removable child", parent);
        assertThat(pier.client().delete("/api/templates/" + parent).problemAt("/"))
                .contains("Removable child extends Removable parent.");
        assertThat(pier.client().delete("/api/templates/" + child).status()).isEqualTo(204);
        assertThat(pier.client().delete("/api/templates/" + parent).status()).isEqualTo(204);
    }
}
