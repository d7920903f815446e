package jordfell.server.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** People and extensions are found by everything that their lists show. */
class RosterSearchTest {

    private static boolean made;

    private final Pier pier = new Pier(RunningServer.shared());

    private List<String> found(String list, String words, String column) {
        List<String> found = new ArrayList<>();
        for (JsonNode row : pier.client()
                .get("/api/" + list + "?domainId=" + pier.domainId + "&q="
                        + URLEncoder.encode(words, StandardCharsets.UTF_8))
                .json()
                .path("rows")) {
            found.add(row.path(column).asString());
        }
        return found;
    }

    /** Tove Marstrand on 2239, which rings a desk and is dialled from outside. */
    private void tove() {
        if (made) {
            return;
        }
        pier.client()
                .post(
                        "/api/extensions",
                        Map.of(
                                "domainId",
                                pier.domainId,
                                "number",
                                "2239",
                                "displayName",
                                "Sail loft",
                                "person",
                                "Tove Marstrand"));
        pier.enrolled("02-4B-7A-5E-A0-01", "Sewing bench seven", "2239", "");
        pier.client()
                .post(
                        "/api/outside-numbers",
                        Map.of("domainId", pier.domainId, "e164", "+999 55 67 22 39", "extension", "2239"));
        made = true;
    }

    @ParameterizedTest
    @ValueSource(strings = {"2239", "sail", "marstrand", "2239-a", "wing bench", "55 67 22", "+9995567"})
    void anExtensionIsFoundByEveryColumnOfItsList(String words) {
        tove();
        assertThat(found("extensions", words, "number")).contains("2239");
    }

    @ParameterizedTest
    @ValueSource(strings = {"tove", "2239", "bench seven"})
    void aPersonIsFoundByEveryColumnOfTheirList(String words) {
        tove();
        assertThat(found("people", words, "name")).contains("Tove Marstrand");
    }

    @Test
    void anExtensionIsFoundByTheDeviceItRingsNow() {
        tove();
        long other = pier.enrolled("02-4B-7A-5E-A0-02", "Rigging cellar", "2240", "");
        assertThat(found("extensions", "rigging cellar", "number")).containsExactly("2240");
        pier.client().post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2241"));
        assertThat(pier.client()
                        .put("/api/devices/" + other + "/lines", Map.of("numbers", List.of("2241")))
                        .status())
                .isEqualTo(200);
        assertThat(found("extensions", "rigging cellar", "number"))
                .as("2240 is still called by the label that it was named after")
                .containsExactly("2240", "2241");
    }

    @Test
    void aPersonIsFoundByTheirKit() {
        long kit = pier.client()
                .post(
                        "/api/kits",
                        Map.ofEntries(
                                Map.entry("domainId", pier.domainId),
                                Map.entry("name", "Lamp tender"),
                                Map.entry("blockFirst", 2000),
                                Map.entry("contactLimit", 2),
                                Map.entry("outside", false),
                                Map.entry("pinDigits", 0),
                                Map.entry("devices", List.of(Map.of("kind", "DESK_PHONE", "modelId", "korrin-k24"))),
                                Map.entry("displayName", "{{person.name}}"),
                                Map.entry("authUser", "{{extension.number}}-l"),
                                Map.entry("outgoing", ""),
                                Map.entry("version", 1)))
                .json()
                .path("id")
                .asLong();
        pier.client()
                .post(
                        "/api/people",
                        Map.of("domainId", pier.domainId, "name", "Kit Owner", "kitId", kit, "version", 1));
        assertThat(found("people", "amp tend", "name")).contains("Kit Owner");
    }

    @Test
    void aKitOfAnotherDomainIsNobodys() {
        assertThat(pier.client()
                        .post("/api/people", Map.of("domainId", pier.domainId, "name", "Far", "kitId", 987_654))
                        .problemAt("/kitId"))
                .contains("There is no such kit in this domain.");
        assertThat(pier.client()
                        .post("/api/people", Map.of("domainId", 987_654, "name", "Far"))
                        .problemAt("/domainId"))
                .contains("There is no such domain.");
    }
}
