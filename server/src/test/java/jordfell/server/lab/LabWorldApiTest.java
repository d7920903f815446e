package jordfell.server.lab;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.lab.fault.FaultKind;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** The Lab’s world as a whole: its file, its names, its clock, what goes on in it, and fleets that are planned. */
class LabWorldApiTest {

    private static final String PHONE = "02-4B-7A-0C-09-01";

    private final Pier pier = new Pier(RunningServer.shared());

    private Map<String, Object> phone(String mac, String model, String site) {
        return new HashMap<>(Map.of("mac", mac, "model", model, "site", site, "powered", false, "cable", true));
    }

    private Answer load(List<Object> phones, List<Object> faults, List<Object> zones) {
        return pier.client()
                .post("/api/lab/world", Map.of("format", 1, "phones", phones, "faults", faults, "zones", zones));
    }

    private String site() {
        return pier.client().get("/api/sites").json().get(0).path("name").asString();
    }

    private String domain() {
        return pier.client().get("/api/domains").json().get(0).path("name").asString();
    }

    @Test
    void aWorldThatWasSavedIsLoadedAgainAndKeepsToItsSchema() throws Exception {
        String site = site();
        JsonNode before = pier.client().get("/api/lab/world").json();
        Answer loaded = load(
                List.of(phone(PHONE, "Korrin K24", site)),
                List.of(
                        Map.of("kind", "LINE_LOSES", "where", "PHONE", "at", PHONE, "amount", 20),
                        Map.of("kind", "LINE_SLOW", "where", "FLEET", "at", "10", "amount", 5, "minutes", 30)),
                List.of(Map.of("domain", domain(), "text", "x." + domain() + ". 60 IN A 192.0.2.9\n")));
        try {
            assertThat(loaded.status()).as(loaded.response().body()).isEqualTo(200);
            Answer saved = pier.client().get("/api/lab/world");
            assertThat(saved.response().body()).contains("\"mac\":\"" + PHONE + "\"", "LINE_LOSES", "IN A 192.0.2.9");
            try (var schema = LabWorldApiTest.class.getResourceAsStream("/schema/lab-world.schema.json")) {
                assertThat(JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                                .getSchema(schema)
                                .validate(saved.response().body(), InputFormat.JSON))
                        .isEmpty();
            }
            assertThat(pier.client().get("/api/lab/faults").response().body()).contains(PHONE, "10 % of all phones");
        } finally {
            Answer back = pier.client().post("/api/lab/world", before);
            assertThat(back.status()).as(back.response().body()).isEqualTo(200);
        }
        JsonNode after = pier.client().get("/api/lab/world").json();
        assertThat(after.path("faults").size()).isEqualTo(before.path("faults").size());
        assertThat(after.path("zones")).isEqualTo(before.path("zones"));
    }

    @Test
    void theSchemaIsPublishedAndNamesEachThingThatCanGoWrong() {
        String schema = pier.client().get("/api/lab/world/schema").response().body();
        for (FaultKind kind : FaultKind.values()) {
            assertThat(schema).contains("\"" + kind.name() + "\"");
        }
    }

    @Test
    void whatIsWrongWithAWorldFileIsToldFieldByFieldAndNothingOfItIsDone() {
        Map<String, Object> good = phone("02-4B-7A-0C-09-02", "Korrin K24", site());
        Answer refused = load(
                List.of(good, phone("02-4B", "Korrin K24", site()), phone("02-4B-7A-0C-09-03", "Nobody 1", "Atlantis")),
                List.of(
                        Map.of("kind", "NODE_DOWN", "where", "SITE", "at", site()),
                        Map.of("kind", "LINE_LOSES", "where", "SITE", "at", "Atlantis", "amount", 101, "minutes", -1)),
                List.of(Map.of("domain", "no.example", "text", "broken")));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.response().body())
                .contains(
                        "/phones/1/mac",
                        "/phones/2/model",
                        "/phones/2/site",
                        "/faults/0/kind",
                        "/faults/1/amount",
                        "/faults/1/at",
                        "/faults/1/minutes",
                        "/zones/0/domain",
                        "/zones/0/text",
                        "Line 1");
        assertThat(pier.client().get("/api/lab/world").response().body()).doesNotContain("02-4B-7A-0C-09-02");
        assertThat(pier.client()
                        .post("/api/lab/world", Map.of("format", 2))
                        .response()
                        .body())
                .contains("/format");
        List<Object> many = new ArrayList<>();
        for (int i = 0; i < 2_001; i++) {
            many.add(phone(String.format("02-4B-7A-0D-%02X-%02X", i / 256, i % 256), "Korrin K24", site()));
        }
        assertThat(load(many, List.of(), List.of()).response().body()).contains("These are 2001.");
    }

    @Test
    void aZoneFileIsTakenForADomainAndWhatIsWrongWithOneIsNamedByItsLine() {
        String domain = domain();
        Answer refused =
                pier.client().put("/api/lab/zones/" + domain, Map.of("text", "; good\nx. 60 IN A 192.0.2.300\n"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.response().body()).contains("/text", "Line 2: ");
        assertThat(pier.client()
                        .put("/api/lab/zones/" + domain, Map.of("text", "x." + domain + ". 60 IN A 192.0.2.7\n"))
                        .status())
                .isEqualTo(200);
        assertThat(pier.client().get("/api/lab/zones").response().body()).contains("\"given\":true");
        assertThat(pier.client().delete("/api/lab/zones/" + domain).status()).isEqualTo(200);
        JsonNode zone = pier.client().get("/api/lab/zones").json().get(0);
        assertThat(zone.path("given").asBoolean()).isFalse();
        assertThat(zone.path("text").asString()).contains("IN SRV");
        assertThat(pier.client()
                        .put("/api/lab/zones/no.example", Map.of("text", ""))
                        .status())
                .isEqualTo(404);
    }

    /** It is not turned here: others are dated by it meanwhile. */
    @Test
    void theClockIsToldAndGoesNoFasterThanItCan() {
        JsonNode clock = pier.client().get("/api/clock").json();
        assertThat(clock.path("pace").asInt()).isEqualTo(1);
        assertThat(Duration.between(Instant.parse(clock.path("at").asString()), Instant.now())
                        .abs())
                .isLessThan(Duration.ofMinutes(1));
        for (int pace : List.of(-1, 601)) {
            assertThat(pier.client()
                            .put("/api/clock/pace", Map.of("pace", pace))
                            .problemAt("/pace"))
                    .contains("0 to 600");
        }
        for (int seconds : List.of(0, 43_201)) {
            assertThat(pier.client()
                            .post("/api/clock/step", Map.of("seconds", seconds))
                            .problemAt("/seconds"))
                    .contains("twelve hours");
        }
    }

    @Test
    void whatGoesOnIsToldWithoutProofs() {
        assertThat(pier.client().get("/api/lab/wire").response().body())
                .doesNotContain("response=")
                .doesNotContain("nonce");
        JsonNode plots = pier.client().get("/api/lab/plots").json();
        assertThat(plots.path("pieceSeconds").asInt()).isEqualTo(5);
        assertThat(plots.path("nodes").size()).isPositive();
    }

    @Test
    void aFleetIsRunBesideTheSumsThatAreMadeOfIt() {
        Map<String, Object> wish = new HashMap<>(Map.of(
                "domain", domain(),
                "phones", 60,
                "expirySeconds", 120,
                "refreshPercent", 80,
                "retrySeconds", 10,
                "spreadSeconds", 20,
                "capacity", 0));
        assertThat(pier.client().post("/api/lab/plan", wish).status()).isEqualTo(202);
        RunningServer.until(
                "the fleet has run",
                () -> pier.client()
                        .get("/api/lab/plan")
                        .json()
                        .path("last")
                        .path("over")
                        .asBoolean());
        JsonNode last = pier.client().get("/api/lab/plan").json().path("last");
        double steady = last.path("sums").path("steady").asDouble();
        assertThat(last.path("found").path("steady").asDouble()).isBetween(steady * 0.9, steady * 1.1);
        assertThat(last.path("found").path("recoverSeconds").asDouble()).isBetween(1.0, 30.0);
    }

    @ParameterizedTest
    @CsvSource({
        "phones, 0",
        "expirySeconds, 10",
        "refreshPercent, 95",
        "retrySeconds, 1",
        "spreadSeconds, 9999",
        "capacity, -1",
        "phones, 90000"
    })
    void aFleetThatCantBeRunIsRefusedAtItsField(String field, int value) {
        Map<String, Object> wish = new HashMap<>(Map.of(
                "domain", domain(),
                "phones", 60,
                "expirySeconds", 3_600,
                "refreshPercent", 80,
                "retrySeconds", 10,
                "spreadSeconds", 20,
                "capacity", 0));
        wish.put(field, value);
        Answer refused = pier.client().post("/api/lab/plan", wish);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.response().body()).contains("/" + field);
    }
}
