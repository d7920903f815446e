package jordfell.server.stray;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
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
    void aStrayIsNotADeviceWithoutItsNumberAndIsOnceItHasIt() throws Exception {
        extension("2164");
        agent("2164", "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until("2164", s -> s.path("registered").asBoolean());
        String path = "/api/strays/" + stray.path("id").asLong() + "/device";
        long other = pier.enrolled("02-4B-7A-0E-25-03", "Other desk", "2165", "");
        var refused = pier.client().put(path, Map.of("deviceId", other));
        assertThat(refused.problemAt("/deviceId")).startsWith("Other desk has no line with 2164.");
        lines(other, "2165", "2164");
        RunningServer.until(
                "handed over",
                () -> pier.sheet(other).at("/lines/1/state").asString().equals("registered"));
    }

    private void lines(long device, String... numbers) {
        assertThat(pier.client()
                        .put(
                                "/api/devices/" + device + "/lines",
                                Map.of(
                                        "numbers",
                                        List.of(numbers),
                                        "version",
                                        pier.sheet(device).path("version").asLong()))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void aStrayIsHandedToTheOnlyDeviceThatHasItsNumber() throws Exception {
        extension("2108");
        agent("2108", "");
        assertThat(agent.register(300)).isEqualTo(200);
        until("2108", s -> s.path("registered").asBoolean());
        long device = pier.enrolled("02-4B-7A-0E-25-06", "Only desk", "2108", "");
        RunningServer.until(
                "handed over",
                () -> pier.sheet(device).at("/lines/0/state").asString().equals("registered"));
        assertThat(stray("2108", true).isMissingNode()).isTrue();
        assertThat(agent.register(300)).isEqualTo(200);
        assertThat(pier.sheet(device).at("/where/registered/0/address").asString())
                .isEqualTo(agent.address());
    }

    @Test
    void ofTwoWithItsNumberSomebodySaysWhichItIs() throws Exception {
        String number = "2109";
        long one = pier.enrolled("02-4B-7A-0E-25-07", "First desk", number, "");
        long two = pier.enrolled("02-4B-7A-0E-25-08", "Second desk", "2114", "");
        lines(two, "2114", number);
        agent(number, "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until(number, s -> s.path("registered").asBoolean());
        String path = "/api/strays/" + stray.path("id").asLong() + "/device";
        assertThat(pier.client().put(path, Map.of("deviceId", two)).status()).isEqualTo(204);
        RunningServer.until(
                "handed over",
                () -> pier.sheet(two).at("/lines/1/state").asString().equals("registered"));
        assertThat(agent.register(300)).isEqualTo(200);
        assertThat(pier.sheet(one).at("/lines/0/state").asString()).isEqualTo("not registered");
        Map<String, Object> nobody = new HashMap<>();
        nobody.put("deviceId", null);
        assertThat(pier.client().put(path, nobody).status()).isEqualTo(204);
    }

    @Test
    void whatSomebodyTypedIsLeftAloneAndTheForecastSaysThatAFileTakesIt() throws Exception {
        String mac = "02-4B-7A-0E-25-09";
        long device = pier.enrolled(mac, "Typed-in desk", "2111", "");
        extension("2112");
        agent("2112", "");
        assertThat(agent.register(300)).isEqualTo(200);
        until("2112", s -> s.path("registered").asBoolean());
        lines(device, "2111", "2112");
        RunningServer.until(
                "its line 2",
                () -> pier.sheet(device).at("/lines/1/state").asString().equals("registered"));
        lines(device, "2111");
        assertThat(agent.register(300)).isEqualTo(200);
        RunningServer.until(
                "by hand",
                () -> pier.sheet(device)
                        .at("/byHandLines/0/number")
                        .asString("")
                        .equals("2112"));
        String forecast = "/api/releases/impact";
        RunningServer.until(
                "forecast",
                () -> pier.client()
                        .post(forecast, Map.of("deviceIds", List.of(device)))
                        .toString()
                        .contains("2112, typed in by hand, is not in its new file"));
        String alone = "/api/devices/" + device + "/by-hand-lines/2112/left-alone";
        assertThat(pier.client().post(alone, Map.of()).status()).isEqualTo(204);
        assertThat(pier.sheet(device).at("/byHandLines/0/leftAlone").asBoolean())
                .isTrue();
        assertThat(pier.client().delete(alone).status()).isEqualTo(204);
        assertThat(pier.sheet(device).at("/byHandLines/0/leftAlone").asBoolean())
                .isFalse();
    }

    @Test
    void cardIsPrintedWithItsPasswordsForOneWhoSaysWhy() {
        long device = pier.enrolled("02-4B-7A-0E-25-0A", "Paper desk", "2113", "");
        String path = "/api/devices/" + device + "/card/print";
        assertThat(pier.client().post(path, Map.of("reason", "x")).problemAt("/reason"))
                .startsWith("“x” is no reason.");
        JsonNode secrets =
                pier.client().post(path, Map.of("reason", "for the bridge")).json();
        ExtensionStore extensions = pier.server().bean(ExtensionStore.class);
        long extension =
                extensions.byNumber(pier.domainId, "2113").orElseThrow().id();
        assertThat(secrets.at("/0/password").asString())
                .isEqualTo(extensions.passwords(extension).get(0));
        assertThat(pier.client().get("/api/audit").toString())
                .contains("the credentials card of Paper desk with 2113")
                .contains("for the bridge");
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

    @Test
    void modelThatNobodyMakesFilesForIsSetByHand() {
        assertThat(pier.client()
                        .post(
                                "/api/models",
                                Map.of("maker", "Ostby", "name", "Deck", "lines", 2, "keys", 0, "family", ""))
                        .status())
                .isEqualTo(201);
        String mac = "02-4B-7A-0E-25-0B";
        var enrolled = pier.enrol(Map.of(
                "device", mac, "model", "ostby-deck", "label", "Deck phone", "extension", "2115", "decision", "label"));
        assertThat(enrolled.status()).as(enrolled.toString()).isEqualTo(201);
        long device = enrolled.json().path("deviceIds").get(0).asLong();
        assertThat(pier.sheet(device).path("byHand").asBoolean()).isTrue();
        RunningServer.until(
                "waits, is " + pier.rail(device), () -> pier.rail(device).equals("pp--wnnnn"));
        assertThat(pier.client()
                        .put("/api/devices/" + device + "/by-hand", Map.of("on", false))
                        .problemAt("/on"))
                .startsWith("Nobody makes files for the Ostby Deck.");
        assertThat(pier.client().get("/api/devices/" + device + "/card").toString())
                .contains("2115");
        assertThat(pier.client()
                        .get("/p/" + pier.token() + "/024b7a0e250b.korrin")
                        .status())
                .isBetween(400, 499);
    }
}
