package jordfell.server.fleet;

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

/** Boxes break, lie on shelves, are retired and changed many at once; adapters carry a line in each socket. */
class DeviceLifeTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private Answer standing(long id, String standing) {
        return client.put("/api/devices/" + id + "/standing", Map.of("standing", standing));
    }

    @Test
    void brokenPhoneIsReplacedAndTheNewBoxGetsDialTone() {
        long id = pier.enrolled("02-4B-7A-27-00-01", "Broken", "2500", "");
        pier.release(id);
        Answer same = client.post("/api/devices/" + id + "/replace", Map.of("mac", "024b7a270001"));
        assertThat(same.problemAt("/mac")).contains("the MAC it has already");
        assertThat(client.post("/api/devices/" + id + "/replace", Map.of("mac", "01-00-5E-00-00-01"))
                        .problemAt("/mac"))
                .contains("multicast");
        assertThat(client.post("/api/devices/" + id + "/replace", Map.of("mac", "02-4B-7A-27-00-02"))
                        .status())
                .isEqualTo(200);
        assertThat(pier.sheet(id).path("pending").asBoolean()).isFalse();
        pier.unbox("02-4B-7A-27-00-02");
        pier.untilRail(id, "ppppppp");
    }

    @Test
    void spareTakesOverAndItsOwnRecordGoes() {
        long broken = pier.enrolled("02-4B-7A-27-00-03", "Window X", "2501", "");
        long spare = pier.enrolled("02-4B-7A-27-00-04", "Shelf", "", "");
        assertThat(client.post("/api/devices/" + broken + "/replace", Map.of("mac", "02-4B-7A-27-00-04"))
                        .problemAt("/mac"))
                .contains("is Shelf, which is in use");
        standing(spare, "SPARE");
        RunningServer.until("a spare needs nothing", () -> pier.rail(spare).equals("p--------"));
        assertThat(client.post("/api/devices/" + broken + "/replace", Map.of("mac", "02-4B-7A-27-00-04"))
                        .status())
                .isEqualTo(200);
        assertThat(pier.sheet(broken).path("mac").asString()).isEqualTo("02-4B-7A-27-00-04");
        assertThat(client.get("/api/devices/" + spare).status()).isEqualTo(404);
    }

    @Test
    void retiredPhoneIsAnsweredNoMoreAndItsPasswordOpensNothing() {
        long id = pier.enrolled("02-4B-7A-27-00-05", "Old", "2502", "");
        pier.enrolled("02-4B-7A-27-00-06", "Beside", "shared 2502", "");
        pier.release(id);
        assertThat(client.get("/api/devices/" + id + "/sharing").toString()).contains("Beside");
        ExtensionStore store = pier.server().bean(ExtensionStore.class);
        String before = store.passwords(pier.extensionId("2502")).get(0);
        long act = standing(id, "RETIRED").json().path("actId").asLong();
        assertThat(store.passwords(pier.extensionId("2502")).get(0)).isNotEqualTo(before);
        assertThat(client.delete("/api/devices/" + id).problemAt("/")).contains("has a history");
        client.post("/api/acts/" + act + "/undo", Map.of());
        assertThat(store.passwords(pier.extensionId("2502")).get(0)).isEqualTo(before);
        assertThat(pier.sheet(id).path("lines").get(0).path("number").asString())
                .isEqualTo("2502");
    }

    @Test
    void adapterCarriesALineInEachSocket() {
        String mac = "02-5C-20-27-00-01";
        Answer answer = pier.enrol(Map.of("device", mac, "model", "T8", "label", "Quay", "extension", "2504-2507"));
        long id = answer.json().path("deviceIds").get(0).asLong();
        client.post("/api/lab/phones", Map.of("mac", mac, "modelId", "tessaro-t8", "siteId", pier.siteId));
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        assertThat(pier.sheet(id).path("lines"))
                .hasSize(4)
                .allSatisfy(l -> assertThat(l.path("state").asString()).isEqualTo("registered"));
    }

    @Test
    void wallPhoneReadsItsXml() {
        String mac = "02-9E-11-27-00-01";
        long id = pier.enrol(Map.of("device", mac, "model", "Ombrel W2", "label", "Wall <&>", "extension", "2508"))
                .json()
                .path("deviceIds")
                .get(0)
                .asLong();
        client.post("/api/lab/phones", Map.of("mac", mac, "modelId", "ombrel-w2", "siteId", pier.siteId));
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        String password = pier.server()
                .bean(ExtensionStore.class)
                .passwords(pier.extensionId("2508"))
                .get(0);
        assertThat(client.get("/api/devices/" + id + "/file").toString())
                .doesNotContain(password)
                .contains("••••");
    }

    @Test
    void adapterCarriesALineInItsSecondSocketAlone() {
        String mac = "02-5C-20-27-00-02";
        long id = client.post(
                        "/api/intake",
                        Map.of(
                                "rows",
                                List.of(Map.of(
                                        "device",
                                        mac,
                                        "model",
                                        "tessaro-t2",
                                        "site",
                                        "Eskvik Pier",
                                        "label",
                                        "Winch house",
                                        "extension",
                                        "none",
                                        "secondLine",
                                        "2233"))))
                .json()
                .path("deviceIds")
                .get(0)
                .asLong();
        assertThat(pier.sheet(id).path("lines").get(0).path("position").asInt()).isEqualTo(2);
        client.post("/api/lab/phones", Map.of("mac", mac, "modelId", "tessaro-t2", "siteId", pier.siteId));
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        assertThat(client.put("/api/devices/" + id + "/lines", Map.of("numbers", List.of("2233", "")))
                        .status())
                .isEqualTo(200);
        assertThat(pier.sheet(id).path("lines")).hasSize(1);
        assertThat(pier.sheet(id).path("lines").get(0).path("position").asInt()).isEqualTo(1);
    }

    @Test
    void manyAreChangedAtOnceAfterTheirDifferencesWereShown() {
        long one = pier.enrolled("02-4B-7A-27-00-11", "Bulk 1", "", "");
        long two = pier.enrolled("02-4B-7A-27-00-12", "Bulk 2", "2509", "2510");
        Map<String, Object> wish = Map.of("deviceIds", List.of(one, two), "modelId", "ombrel-w2", "note", "moved");
        JsonNode shown = client.post("/api/fleet/try/change", wish).json();
        assertThat(shown.get(0).path("changes").toString()).contains("model Korrin K24 → Ombrel W2");
        assertThat(shown.get(1).path("refusal").asString()).isEqualTo("It uses line 2; the Ombrel W2 has 1.");
        JsonNode done = client.post("/api/fleet/change", wish).json();
        assertThat(pier.sheet(one).path("note").asString()).isEqualTo("moved");
        assertThat(pier.sheet(two).path("note").asString()).isEmpty();
        client.post("/api/acts/" + done.path("actId").asLong() + "/undo", Map.of());
        assertThat(pier.sheet(one).path("modelId").asString()).isEqualTo("korrin-k24");
    }

    @Test
    void fleetIsFoundByAnyPieceOfMacLabelLineOrPerson() {
        pier.enrol(Map.of(
                "device",
                "02-4B-7A-27-AB-CD",
                "model",
                "K24",
                "label",
                "Findable",
                "person",
                "Zoë Quist",
                "extension",
                "2511"));
        for (String q : List.of("27-AB-CD", "27abcd", "indabl", "2511", "zo%C3%AB")) {
            assertThat(client.get("/api/devices?q=" + q).json().path("rows").toString())
                    .as(q)
                    .contains("Findable");
        }
        assertThat(client.get("/api/search?q=quist").toString())
                .contains("person")
                .contains("Findable");
    }
}
