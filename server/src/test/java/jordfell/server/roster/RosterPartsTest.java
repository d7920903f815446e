package jordfell.server.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Kits, starters, runs, the number map, outside numbers and leavers. */
class RosterPartsTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private Answer kit(String name, String displayName) {
        return client.post(
                "/api/kits",
                Map.ofEntries(
                        Map.entry("domainId", pier.domainId),
                        Map.entry("name", name),
                        Map.entry("blockFirst", 2000),
                        Map.entry("contactLimit", 2),
                        Map.entry("outside", true),
                        Map.entry("pinDigits", 4),
                        Map.entry(
                                "devices",
                                List.of(
                                        Map.of("kind", "DESK_PHONE", "modelId", "korrin-k24"),
                                        Map.of("kind", "SOFTPHONE"))),
                        Map.entry("displayName", displayName),
                        Map.entry("authUser", "{{extension.number}}-p"),
                        Map.entry("outgoing", ""),
                        Map.entry("version", 1)));
    }

    private JsonNode person(String name) {
        return client.get("/api/people?domainId=" + pier.domainId + "&q=" + name.replace(" ", "%20"))
                .json()
                .path("rows")
                .get(0);
    }

    @Test
    void starterIsANameAndAKitAndMissesOnlyTheBox() {
        long kit =
                kit("Purser A", "{{person.first}} (purser)").json().path("id").asLong();
        Answer started =
                client.post("/api/starters", Map.of("name", "Liv Starter", "kitId", kit, "siteId", pier.siteId));
        assertThat(started.status()).isEqualTo(201);
        assertThat(started.json().path("deviceIds")).hasSize(2);
        JsonNode liv = person("Liv Starter");
        assertThat(liv.path("kit").asString()).isEqualTo("Purser A");
        JsonNode extension = client.get("/api/extensions?domainId=" + pier.domainId + "&q="
                        + liv.path("extensions").asString())
                .json()
                .path("rows")
                .get(0);
        assertThat(extension.path("displayName").asString()).isEqualTo("Liv (purser)");
        assertThat(extension.path("outside").asBoolean()).isTrue();
        assertThat(extension.path("hasPin").asBoolean()).isTrue();
        assertThat(extension.path("deviceCount").asInt()).isEqualTo(2);
        assertThat(client.get("/api/readiness/people/" + liv.path("id").asLong())
                        .toString())
                .contains("Type claim code")
                .contains("Release its configuration.");
        Answer twice = client.post("/api/starters", Map.of("name", "Liv Starter", "kitId", kit, "siteId", pier.siteId));
        assertThat(twice.problemAt("/name")).contains("There is a Liv Starter already");
        assertThat(client.post(
                                "/api/starters",
                                Map.of("name", "Liv Starter", "kitId", kit, "siteId", pier.siteId, "another", true))
                        .status())
                .isEqualTo(201);
    }

    @Test
    void kitWithABrokenFormulaOrTooManyDevicesIsRefused() {
        assertThat(kit("Broken", "{{person.nme}}").problemAt("/displayName")).contains("There is no person.nme");
        assertThat(client.post("/api/kits/try", Map.of("displayName", "= person.first + 1"))
                        .json()
                        .path("problems")
                        .get(0)
                        .path("field")
                        .asString())
                .isEqualTo("displayName");
    }

    @Test
    void runIsShownMadeAndUndone() {
        Map<String, Object> run =
                Map.of("domainId", pier.domainId, "from", "2150", "count", 3, "names", List.of("Shed A", "Shed B"));
        JsonNode shown = client.post("/api/number-map/try/run", run).json();
        assertThat(shown.path("rows").toString()).contains("2152");
        JsonNode made = client.post("/api/number-map/runs", run).json();
        assertThat(made.path("extensions").asInt()).isEqualTo(3);
        JsonNode map = client.get("/api/number-map?domainId=" + pier.domainId).json();
        assertThat(map.path("names").path("2151").asString()).isEqualTo("Shed B");
        assertThat(map.path("blocks").get(0).path("cells").asString().substring(150, 154))
                .isEqualTo("tttf");
        client.post("/api/acts/" + made.path("actId").asLong() + "/undo", Map.of());
        assertThat(client.get("/api/number-map?domainId=" + pier.domainId)
                        .json()
                        .path("blocks")
                        .get(0)
                        .path("cells")
                        .asString()
                        .substring(150, 153))
                .isEqualTo("fff");
        assertThat(client.post(
                                "/api/number-map/runs",
                                Map.of("domainId", pier.domainId, "from", "2545", "count", 40, "names", List.of()))
                        .problemAt("/count"))
                .contains("fit from 2545");
    }

    @Test
    void outsideNumberIsReadInAnyFormAndNamesWhatIsThere() {
        pier.enrolled("02-4B-7A-26-00-01", "Rings", "2531", "");
        Map<String, Object> wish = Map.of("domainId", pier.domainId, "e164", "00999 55 66 25 31", "extension", "2531");
        assertThat(client.post("/api/outside-numbers", wish).status()).isEqualTo(201);
        assertThat(client.get("/api/outside-numbers?domainId=" + pier.domainId + "&q=2531")
                        .toString())
                .contains("+999 55 66 25 31")
                .contains("Rings");
        assertThat(client.post("/api/outside-numbers", wish).problemAt("/e164"))
                .contains("is there already; it rings 2531");
        assertThat(client.post(
                                "/api/outside-numbers",
                                Map.of("domainId", pier.domainId, "e164", "+999 55 67 25 31", "extension", "2999"))
                        .problemAt("/extension"))
                .contains("By its last digits it could ring 2531.");
    }

    @Test
    void leaverFreesWhatTheyHeldAndItCanBeTakenBack() {
        Answer enrolled = pier.enrol(Map.of(
                "device",
                "02-4B-7A-26-00-02",
                "model",
                "korrin-k24",
                "label",
                "Leaving desk",
                "person",
                "Ulf Leaver",
                "extension",
                "2533"));
        long device = enrolled.json().path("deviceIds").get(0).asLong();
        JsonNode ulf = person("Ulf Leaver");
        String path = "/api/people/" + ulf.path("id").asLong();
        assertThat(client.get(path + "/leaving").toString())
                .contains("extension 2533")
                .contains("its password is changed")
                .contains("a spare");
        var store = pier.server().bean(ExtensionStore.class);
        String before = store.passwords(pier.extensionId("2533")).get(0);
        JsonNode left = client.post(path + "/leave", Map.of()).json();
        assertThat(store.passwords(pier.extensionId("2533")).get(0)).isNotEqualTo(before);
        assertThat(pier.sheet(device).path("standing").asString()).isEqualTo("SPARE");
        assertThat(person("Ulf Leaver").path("left").asBoolean()).isTrue();
        assertThat(client.post(path + "/leave", Map.of()).status()).isEqualTo(422);
        client.post("/api/acts/" + left.path("actId").asLong() + "/undo", Map.of());
        assertThat(store.passwords(pier.extensionId("2533")).get(0)).isEqualTo(before);
        assertThat(pier.sheet(device).path("standing").asString()).isEqualTo("IN_USE");
        assertThat(person("Ulf Leaver").path("extensions").asString()).isEqualTo("2533");
    }

    @Test
    void undoOfWhatWasChangedSinceIsRefused() {
        client.post("/api/people", Map.of("domainId", pier.domainId, "name", "Twice Changed"));
        JsonNode person = person("Twice Changed");
        String path = "/api/people/" + person.path("id").asLong();
        client.put(path, Map.of("name", "Twice Changed", "department", "A", "version", 1));
        long act = client.get("/api/acts").json().get(0).path("id").asLong();
        client.put(path, Map.of("name", "Twice Changed", "department", "B", "version", 2));
        assertThat(client.post("/api/acts/" + act + "/undo", Map.of()).problemAt("/"))
                .contains("Twice Changed was changed since");
    }

    @Test
    void outsideRegistrationAndPinsFollowTheRules() {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2196"));
        long id = pier.extensionId("2196");
        assertThat(client.post("/api/extensions/" + id + "/pin", Map.of("pin", "1234"))
                        .problemAt("/pin"))
                .contains("run of digits");
        assertThat(client.post("/api/extensions/" + id + "/pin", Map.of("pin", ""))
                        .status())
                .isEqualTo(204);
        assertThat(client.post("/api/extensions/" + id + "/password/strength", Map.of("password", "harbour"))
                        .json()
                        .path("refusal")
                        .asString())
                .contains("12 to 64");
    }
}
