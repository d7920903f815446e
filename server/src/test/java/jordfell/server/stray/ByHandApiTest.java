package jordfell.server.stray;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Phones that are set by hand: their card, their lines, and models without files. */
class ByHandApiTest extends StrayFixture {

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
