package jordfell.server.stray;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Predicate;
import jordfell.server.lab.LabService;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.UserAgent;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Agents on a real socket that belong to no enrolled device, and what is done with them. */
class StrayApiTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private UserAgent agent;

    @AfterEach
    void hangUp() {
        if (agent != null) {
            agent.close();
        }
    }

    private void extension(String number) {
        var made = pier.client()
                .post(
                        "/api/extensions",
                        Map.of("domainId", pier.domainId, "number", number, "displayName", "Stray " + number));
        assertThat(made.status()).as(made.toString()).isBetween(200, 201);
    }

    private void agent(String number, String password) throws IOException {
        ExtensionStore extensions = pier.server().bean(ExtensionStore.class);
        var account = extensions.byNumber(pier.domainId, number);
        String user = account.map(e -> e.authUser()).orElse(number);
        String right = account.map(e -> extensions.passwords(e.id()).get(0)).orElse("");
        agent = new UserAgent(
                pier.server().bean(LabService.class).sipPort(),
                Pier.DOMAIN,
                number,
                user,
                password.isEmpty() ? right : password);
    }

    private JsonNode stray(String number, boolean all) {
        for (JsonNode s : pier.client().get("/api/strays?all=" + all).json()) {
            if (s.path("number").asString().equals(number)) {
                return s;
            }
        }
        return tools.jackson.databind.node.MissingNode.getInstance();
    }

    private JsonNode until(String number, Predicate<JsonNode> holds) {
        RunningServer.until("stray " + number + ", is " + stray(number, false), () -> holds.test(stray(number, false)));
        return stray(number, false);
    }

    @Test
    void aRegistrationThatNoEnrolledDeviceMadeIsSeen() throws Exception {
        extension("2160");
        agent("2160", "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until("2160", s -> s.path("registered").asBoolean());
        assertThat(stray.path("address").asString()).isEqualTo(agent.address());
        assertThat(stray.path("agent").asString()).isEqualTo("Handset/0.9");
        assertThat(stray.path("password").asString()).isEqualTo("the right password");
        assertThat(stray.path("until").isNull()).isFalse();
        assertThat(agent.register(0)).isEqualTo(200);
        until("2160", s -> s.path("outcome").asString().equals("was registered"));
    }

    @Test
    void aRefusedAttemptIsSeenWithThePasswordItUsed() throws Exception {
        extension("2161");
        agent("2161", "something else");
        assertThat(agent.register(300)).isEqualTo(403);
        JsonNode stray = until("2161", s -> s.path("outcome").asString().startsWith("403"));
        assertThat(stray.path("password").asString()).isEqualTo("an unknown password");
        assertThat(stray.path("registered").asBoolean()).isFalse();
    }

    @Test
    void aHealthyPhoneIsNotMovedByWhoeverNamesItsNumber() throws Exception {
        String mac = "02-4B-7A-0E-25-01";
        long device = pier.enrolled(mac, "Quiet desk", "2162", "");
        pier.release(device);
        pier.unbox(mac);
        RunningServer.untilLong("registered", () -> pier.rail(device).startsWith("ppppppp"));
        String before = pier.rail(device);
        agent("2162", "guessed");
        assertThat(agent.register(300)).isEqualTo(403);
        until("2162", s -> s.path("outcome").asString().startsWith("403"));
        assertThat(pier.rail(device)).isEqualTo(before);
        assertThat(pier.sheet(device).path("findings")).isEmpty();
        assertThat(stray("2162", false).path("holder").asString()).isEqualTo("Quiet desk");
    }

    @Test
    void ignoredOnesAreListedOnlyWhereAllAreAndComeBack() throws Exception {
        agent("2098765", "whatever");
        assertThat(agent.register(300)).isEqualTo(404);
        JsonNode stray = until("2098765", s -> s.path("outcome").asString().startsWith("404"));
        String path = "/api/strays/" + stray.path("id").asLong() + "/ignored";
        assertThat(pier.client().post(path, Map.of()).status()).isEqualTo(204);
        assertThat(stray("2098765", false).isMissingNode()).isTrue();
        assertThat(stray("2098765", true).path("ignored").asBoolean()).isTrue();
        assertThat(pier.client().delete(path).status()).isEqualTo(204);
        assertThat(stray("2098765", false).isMissingNode()).isFalse();
    }

    @Test
    void whoIsRefusedFromNowOnIsAnsweredSo() throws Exception {
        extension("2163");
        agent("2163", "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until("2163", s -> s.path("registered").asBoolean());
        String path = "/api/strays/" + stray.path("id").asLong() + "/refused";
        assertThat(pier.client().post(path, Map.of()).status()).isEqualTo(204);
        assertThat(agent.register(300)).isEqualTo(403);
        assertThat(pier.client().delete(path).status()).isEqualTo(204);
        assertThat(agent.register(300)).isEqualTo(200);
    }

    @Test
    void aStrayIsMadeTheDeviceThatItIs() throws Exception {
        String mac = "02-4B-7A-0E-25-02";
        extension("2164");
        agent("2164", "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until("2164", s -> s.path("registered").asBoolean());
        String path = "/api/strays/" + stray.path("id").asLong() + "/device";
        long other = pier.enrolled("02-4B-7A-0E-25-03", "Other desk", "2165", "");
        var refused = pier.client().put(path, Map.of("deviceId", other));
        assertThat(refused.problemAt("/deviceId")).startsWith("Other desk has no line with 2164.");
        long device = pier.enrolled(mac, "Hand-set desk", "2164", "");
        assertThat(pier.client().put(path, Map.of("deviceId", device)).status()).isEqualTo(204);
        RunningServer.until(
                "handed over",
                () -> pier.sheet(device).at("/lines/0/state").asString().equals("registered"));
        assertThat(stray("2164", false).isMissingNode()).isTrue();
        assertThat(agent.register(300)).isEqualTo(200);
        Map<String, Object> nobody = new HashMap<>();
        nobody.put("deviceId", null);
        assertThat(pier.client().put(path, nobody).status()).isEqualTo(204);
    }

    @Test
    void aHandSetPhoneGoesFromItsCardToCarrying() throws Exception {
        long device = pier.enrolled("02-4B-7A-0E-25-04", "Typed desk", "2166", "");
        assertThat(pier.client()
                        .put("/api/devices/" + device + "/by-hand", Map.of("on", true))
                        .status())
                .isEqualTo(200);
        assertThat(pier.rail(device)).isEqualTo("pp--wnnnn");
        assertThat(pier.sheet(device).path("releasable").asBoolean()).isFalse();
        assertThat(pier.client()
                        .post("/api/devices/" + device + "/release", Map.of())
                        .problemAt("/deviceIds/0"))
                .startsWith("Typed desk is set by hand");
        JsonNode card =
                pier.client().get("/api/devices/" + device + "/card").json().path(0);
        assertThat(card.toString()).contains("Authentication user").contains("2166");
        String shown = pier.client()
                .post(
                        "/api/extensions/" + card.path("extensionId").asLong() + "/password/reveal",
                        Map.of("reason", "typing it into the phone"))
                .json()
                .path("secret")
                .asString();
        assertThat(card.toString()).doesNotContain(shown);
        agent("2166", shown);
        assertThat(agent.register(300)).isEqualTo(200);
        RunningServer.until(
                "accepted, is " + pier.rail(device), () -> pier.rail(device).startsWith("pp--ppp"));
        assertThat(agent.register(300)).isEqualTo(200);
        RunningServer.until(
                "carrying, is " + pier.rail(device), () -> pier.rail(device).startsWith("pp--pppp"));
        assertThat(pier.client().get("/api/strays?all=true").toString()).doesNotContain("\"2166\"");
    }
}
