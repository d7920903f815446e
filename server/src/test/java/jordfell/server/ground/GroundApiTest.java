package jordfell.server.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Domains, sites and models are changed with a word before on whom it touches. */
class GroundApiTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private Map<String, Object> found(String path, String name) {
        for (JsonNode one : pier.client().get(path).json()) {
            if (one.path("name").asString().equals(name)) {
                return new HashMap<>(
                        JsonMapper.shared().convertValue(one, new TypeReference<Map<String, Object>>() {}));
            }
        }
        throw new IllegalStateException(name);
    }

    @Test
    void smallerBlockListsTheExtensionsThatFallOut() {
        pier.client().post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2249"));
        Map<String, Object> domain = found("/api/domains", "voice.tarnholm.example");
        domain.put(
                "blocks",
                List.of(
                        Map.of("first", 2000, "last", 2240, "purpose", "people"),
                        Map.of("first", 2400, "last", 2499, "purpose", "front of house"),
                        Map.of("first", 2500, "last", 2549, "purpose", "workshop")));
        JsonNode impact = pier.client()
                .post("/api/domains/" + domain.get("id") + "/impact", domain)
                .json();
        assertThat(impact.path("falling").toString()).contains("\"2249\"");
        assertThat(impact.path("sentences").get(0).asString()).contains("outside the blocks");
        assertThat(impact.path("devices").asInt()).isZero();
    }

    @Test
    void renamedDomainTouchesEveryDevice() {
        pier.enrolled("02-4B-7A-25-00-01", "Touched", "2521", "");
        Map<String, Object> domain = found("/api/domains", "voice.tarnholm.example");
        domain.put("name", "sip.tarnholm.example");
        JsonNode impact = pier.client()
                .post("/api/domains/" + domain.get("id") + "/impact", domain)
                .json();
        assertThat(impact.path("devices").asInt()).isPositive();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "name|http://x.example|/name|does not belong here",
                "expiryUsual|10|/expiryUsual|Expiry must rise",
                "reserved|20x|/reserved|is not 2 to 7 digits",
                "passwordShortest|4|/passwordShortest|12 to 64 can.",
                "outsideScore|0|/outsideScore|at least as strong",
                "contactLimit|0|/contactLimit|1 to 10 can."
            })
    void badDomainsAreRefusedAtTheField(String field, String value, String pointer, String reason) {
        Map<String, Object> domain = found("/api/domains", "voice.tarnholm.example");
        domain.put(field, value.matches("[0-9]+") ? (Object) Integer.valueOf(value) : value);
        Answer answer = pier.client().put("/api/domains/" + domain.get("id"), domain);
        assertThat(answer.problemAt(pointer)).contains(reason);
    }

    @Test
    void overlappingBlocksAndAnOldVersionAreRefused() {
        Map<String, Object> domain = found("/api/domains", "phones.eskvik-auction.example");
        Map<String, Object> bad = new HashMap<>(domain);
        bad.put(
                "blocks",
                List.of(
                        Map.of("first", 2400, "last", 2449, "purpose", "a"),
                        Map.of("first", 2440, "last", 2460, "purpose", "b")));
        assertThat(pier.client().put("/api/domains/" + domain.get("id"), bad).problemAt("/blocks"))
                .contains("overlap");
        domain.put("reserved", "2400");
        assertThat(pier.client().put("/api/domains/" + domain.get("id"), domain).status())
                .isEqualTo(200);
        assertThat(pier.client().put("/api/domains/" + domain.get("id"), domain).status())
                .isEqualTo(412);
        assertThat(pier.client()
                        .post("/api/extensions", Map.of("domainId", domain.get("id"), "number", "2400"))
                        .problemAt("/number"))
                .contains("2400 is reserved in this domain.");
    }

    @Test
    void siteBehindNatIsOfferedAPortRuleThatWorksAndItReachesTheConfiguration() {
        Answer made = pier.client()
                .post(
                        "/api/sites",
                        Map.of(
                                "domainId",
                                pier.domainId,
                                "name",
                                "Lighthouse",
                                "natTimeout",
                                60,
                                "behindNat",
                                true,
                                "allowsLocalMacs",
                                true,
                                "timeServer",
                                "ntp.x.example"));
        long siteId = made.json().path("id").asLong();
        long device = pier.enrolledAt("Lighthouse", "02-4B-7A-25-00-02", "Lamp", "2522");
        Map<String, Object> site = found("/api/sites", "Lighthouse");
        assertThat(pier.client()
                        .post("/api/sites/" + siteId + "/impact", site)
                        .json()
                        .path("sentences")
                        .toString())
                .contains("20000 + extension works");
        site.put("portBase", 15_000);
        assertThat(pier.client().post("/api/sites/" + siteId + "/impact", site).toString())
                .contains("where media travels")
                .contains("With 20000 + extension every line has a port of its own.");
        site.put("portBase", 20_000);
        assertThat(pier.client().put("/api/sites/" + siteId, site).status()).isEqualTo(200);
        assertThat(pier.client().get("/api/devices/" + device + "/file").toString())
                .contains("own-port     = 22522");
        site.put("subnets", "198.51.100.0/33");
        assertThat(pier.client().put("/api/sites/" + siteId, site).problemAt("/subnets"))
                .contains("is no range");
    }

    @Test
    void modelWithFewerLinesNamesTheDevicesThatAreCrowded() {
        pier.enrolled("02-4B-7A-25-00-03", "Crowded", "2523", "2524");
        Map<String, Object> model = found("/api/models", "Korrin K24");
        model.put("lines", 1);
        assertThat(pier.client()
                        .post("/api/models/" + model.get("id") + "/impact", model)
                        .toString())
                .contains("Crowded");
        model.put("firmwareRecommended", "2.3.0");
        assertThat(pier.client().put("/api/models/" + model.get("id"), model).problemAt("/firmwareRecommended"))
                .contains("is blocked too");
    }

    @Test
    void firmwareThatIsBlockedIsToldOnTheSheetAndBeforeARelease() {
        String mac = "02-9E-11-25-00-04";
        long device = pier.enrol(Map.of("device", mac, "model", "Ombrel W2", "label", "Old wall", "extension", "2238"))
                .json()
                .path("deviceIds")
                .get(0)
                .asLong();
        pier.client().post("/api/lab/phones", Map.of("mac", mac, "modelId", "ombrel-w2", "siteId", pier.siteId));
        pier.release(device);
        pier.untilRail(device, "pppp");
        String installed = pier.sheet(device).path("firmware").asString();
        assertThat(installed).isNotEmpty();
        assertThat(pier.sheet(device).path("firmwareTrouble").asString()).isEmpty();
        Map<String, Object> model = found("/api/models", "Ombrel W2");
        Map<String, Object> blocked = new HashMap<>(model);
        blocked.put("firmwareRecommended", "");
        blocked.put("firmwareBlocked", installed);
        assertThat(pier.client().put("/api/models/ombrel-w2", blocked).status()).isEqualTo(200);
        try {
            pier.client().put("/api/settings/DEVICE/" + device + "/calls.voicemail", Map.of("value", "*76"));
            assertThat(pier.sheet(device).path("firmwareTrouble").asString())
                    .isEqualTo("firmware " + installed + ", which is blocked");
            assertThat(pier.client()
                            .post("/api/releases/impact", Map.of("deviceIds", List.of(device)))
                            .json()
                            .path("unfit")
                            .toString())
                    .contains("Ombrel W2 has firmware " + installed + ", which is blocked", "Old wall");
            String release = "/api/devices/" + device + "/release";
            assertThat(pier.client().post(release, Map.of()).problemAt("/unfit"))
                    .contains("Old wall has firmware " + installed + ", which is blocked.")
                    .contains("release all the same");
            assertThat(pier.client()
                            .post("/api/releases", Map.of("deviceIds", List.of(device), "unfit", false))
                            .problemAt("/unfit"))
                    .contains("Old wall");
            assertThat(pier.client().post(release, Map.of("unfit", true)).status())
                    .isEqualTo(200);
        } finally {
            model.put("version", found("/api/models", "Ombrel W2").get("version"));
            pier.client().put("/api/models/ombrel-w2", model);
        }
    }

    @Test
    void featureIsNotedWithWhoAndWhen() {
        pier.client()
                .post(
                        "/api/models/korrin-k48/features",
                        Map.of("feature", "paging", "verdict", "FAILS", "note", "Crackles."));
        Map<String, Object> model = found("/api/models", "Korrin K48");
        assertThat(model.get("features").toString()).contains("paging", "FAILS", "Crackles.", "Mats Lindqvaist");
    }

    @Test
    void everythingThatIsWrongWithADomainIsToldAtOnce() {
        Answer refused = pier.client().post("/api/domains", Map.of("name", "", "transports", "carrier"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.problemAt("/name")).startsWith("The name is missing.");
        assertThat(refused.problemAt("/realm")).startsWith("The realm is missing.");
        assertThat(refused.problemAt("/transports")).contains("no way in which SIP travels");
        assertThat(refused.problemAt("/nodes")).startsWith("There is no registrar node.");
    }

    @Test
    void aSitesFormCannotClaimAPasswordThatIsNotThere() {
        Map<String, Object> wish = Map.of(
                "domainId",
                pier.domainId,
                "name",
                "New quay",
                "natTimeout",
                60,
                "fetchUser",
                "phones",
                "hasFetchPassword",
                true);
        assertThat(pier.client().post("/api/sites", wish).problemAt("/fetchPassword"))
                .startsWith("The name has no password.");
    }

    @Test
    void modelIsAddedWithItsUsualSizesOnce() {
        Map<String, Object> wish = Map.of("maker", "Sandvig", "name", "S 1", "lines", 2, "keys", 4);
        Answer made = pier.client().post("/api/models", wish);
        assertThat(made.status()).isEqualTo(201);
        assertThat(made.json().path("id").asString()).isEqualTo("sandvig-s-1");
        assertThat(found("/api/models", "Sandvig S 1")).containsEntry("passwordField", 32);
        assertThat(pier.client().post("/api/models", wish).problemAt("/name")).contains("already");
    }
}
