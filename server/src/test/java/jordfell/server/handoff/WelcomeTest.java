package jordfell.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What somebody gets about their phone, and how they learn their PIN: nothing secret is on the sheet. */
class WelcomeTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private long extension(String number, String person) {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", number, "person", person));
        return pier.extensionId(number);
    }

    private String token(Answer link) {
        assertThat(link.status()).as(link.toString()).isEqualTo(201);
        return link.json().path("path").asString().replace("/pin#", "");
    }

    private Answer open(String token) {
        Client stranger = pier.server().stranger();
        stranger.get("/api/session");
        return stranger.post("/api/pin-links/open", Map.of("token", token));
    }

    @Test
    void sheetSaysNumbersKeysAndHowToClaimAndNoSecret() {
        long id = extension("2210", "Welcomed Person");
        client.post("/api/extensions/" + id + "/pin", Map.of("pin", "4826"));
        client.post(
                "/api/outside-numbers",
                Map.of("domainId", pier.domainId, "e164", "+999 55 88 2210", "extension", "2210"));
        pier.enrolled("02-4B-7A-0F-22-10", "Desk of the welcomed", "2210", "");
        long person =
                client.get("/api/extensions/" + id).json().path("personId").asLong();
        Answer answer = client.get("/api/people/" + person + "/welcome");
        JsonNode line = answer.json().at("/lines/0");
        assertThat(answer.json().path("name").asString()).isEqualTo("Welcomed Person");
        assertThat(answer.json().path("emergency").toString()).contains("112");
        assertThat(line.path("number").asString()).isEqualTo("2210");
        assertThat(line.path("outside").toString()).contains("+999 55 88 22 10");
        assertThat(line.path("hasPin").asBoolean()).isTrue();
        assertThat(line.path("voicemail").asString()).isNotEmpty();
        assertThat(answer.json().at("/devices/0/label").asString()).isEqualTo("Desk of the welcomed");
        assertThat(answer.json().at("/devices/0/claim").asString()).isEmpty();
        assertThat(answer.json().at("/devices/0/keys").toString()).contains("shows whether 2400 is busy, and calls it");
        assertThat(answer.toString())
                .doesNotContain("4826")
                .doesNotContain(client.post("/api/extensions/" + id + "/password/reveal", Map.of("reason", "test"))
                        .json()
                        .path("secret")
                        .asString());
    }

    @Test
    void pinIsToldOnceToWhoeverHasTheLink() {
        long id = extension("2211", "Learns A Pin");
        assertThat(client.post("/api/pin-links", Map.of("extensionId", id)).problemAt("/extensionId"))
                .startsWith("2211 has no voicemail PIN.");
        client.post("/api/extensions/" + id + "/pin", Map.of("pin", "5937"));
        Answer link = client.post("/api/pin-links", Map.of("extensionId", id));
        assertThat(link.toString()).doesNotContain("5937");
        String token = token(link);
        Answer opened = open(token);
        assertThat(opened.json().path("pin").asString()).isEqualTo("5937");
        assertThat(opened.json().path("number").asString()).isEqualTo("2211");
        assertThat(opened.response().headers().firstValue("Cache-Control")).hasValue("no-store");
        assertThat(open(token).json().path("detail").asString()).contains("was opened already");
        assertThat(client.get("/api/audit").toString())
                .contains("the voicemail PIN of 2211, by its link opened from")
                .doesNotContain("5937");
    }

    @Test
    void oneLinkOpensNothingOfTheOtherKind() {
        long id = extension("2212", "Has Both");
        client.post("/api/extensions/" + id + "/pin", Map.of("pin", "6048"));
        String pin = token(client.post("/api/pin-links", Map.of("extensionId", id)));
        String account = client.post("/api/handoffs", Map.of("extensionId", id, "siteId", pier.siteId))
                .json()
                .path("path")
                .asString()
                .replace("/handoff#", "");
        assertThat(open(account).status()).isEqualTo(410);
        Client stranger = pier.server().stranger();
        stranger.get("/api/session");
        assertThat(stranger.post("/api/handoffs/open", Map.of("token", pin)).status())
                .isEqualTo(410);
        assertThat(open(pin).status()).as("neither was spent by it").isEqualTo(200);
    }

    @Test
    void newLinkTakesTheOldOneBackAndOneThatRanOutSaysSo() {
        long id = extension("2213", "Lost The Sheet");
        client.post("/api/extensions/" + id + "/pin", Map.of("pin", "7159"));
        String first = token(client.post("/api/pin-links", Map.of("extensionId", id)));
        client.post("/api/pin-links", Map.of("extensionId", id));
        assertThat(open(first).json().path("detail").asString()).contains("was taken back");
        PinLinks.Made late = pier.server().bean(PinLinks.class).make(id, Duration.ofSeconds(-1));
        assertThat(open(late.token()).json().path("detail").asString()).contains("ran out");
        assertThat(late.toString()).as("a secret").doesNotContain(late.token());
    }

    @Test
    void viewerMakesNoLink() {
        long id = extension("2214", "Seen By All");
        client.post("/api/extensions/" + id + "/pin", Map.of("pin", "8260"));
        assertThat(pier.server()
                        .viewer()
                        .post("/api/pin-links", Map.of("extensionId", id))
                        .status())
                .isEqualTo(403);
    }
}
