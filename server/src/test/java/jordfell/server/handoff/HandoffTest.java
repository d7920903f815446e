package jordfell.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;

/** Credentials are given once, to whoever has the link, and are in nothing else. */
class HandoffTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private long extension(String number) {
        return pier.client()
                .post(
                        "/api/extensions",
                        Map.of("domainId", pier.domainId, "number", number, "displayName", "Purser " + number))
                .json()
                .path("id")
                .asLong();
    }

    private Answer make(long extensionId) {
        return pier.client().post("/api/handoffs", Map.of("extensionId", extensionId, "siteId", pier.siteId));
    }

    private Answer open(Answer link) {
        String path = link.json().path("path").asString();
        return pier.server()
                .stranger()
                .post("/api/handoffs/open", Map.of("token", path.substring(path.indexOf('#') + 1)));
    }

    private RunningServer.Client withCookie() {
        RunningServer.Client stranger = pier.server().stranger();
        stranger.get("/api/session");
        return stranger;
    }

    @Test
    void linkIsOpenedOnceAndTheSoftphoneRegisters() {
        Answer link = make(extension("2190"));
        assertThat(link.status()).isEqualTo(201);
        long device = link.json().path("deviceId").asLong();
        assertThat(pier.sheet(device).path("mac").asString()).startsWith("instance ");
        String token = link.json().path("path").asString().replace("/handoff#", "");
        assertThat(link.json().path("qr").size()).isGreaterThan(20);
        RunningServer.Client stranger = withCookie();
        Answer opened = stranger.post("/api/handoffs/open", Map.of("token", token));
        assertThat(opened.status()).isEqualTo(200);
        assertThat(opened.json().path("number").asString()).isEqualTo("2190");
        assertThat(opened.json().path("password").asString()).hasSize(20);
        assertThat(opened.response().headers().firstValue("Cache-Control")).hasValue("no-store");
        Answer again = stranger.post("/api/handoffs/open", Map.of("token", token));
        assertThat(again.status()).isEqualTo(410);
        assertThat(again.json().path("detail").asString()).contains("was opened already");
        RunningServer.until("fetched", () -> pier.rail(device).startsWith("pppp"));
        assertThat(pier.client().get("/api/handoffs/of/" + device).toString())
                .contains("openedAt\":\"2")
                .doesNotContain(token)
                .doesNotContain(opened.json().path("password").asString());
    }

    @Test
    void simulatedSoftphoneComesUpWithWhatTheLinkGives() {
        Answer link = make(extension("2191"));
        long device = link.json().path("deviceId").asLong();
        assertThat(pier.client()
                        .post(
                                "/api/lab/softphones",
                                Map.of(
                                        "link",
                                        pier.server().address()
                                                + link.json().path("path").asString()))
                        .status())
                .isEqualTo(201);
        pier.untilRail(device, "ppppppp");
    }

    @Test
    void newLinkTakesTheOldOneBackAndARevokedOneOpensNothing() {
        long extension = extension("2192");
        Answer first = make(extension);
        Answer second = make(extension);
        RunningServer.Client stranger = withCookie();
        Answer old = stranger.post(
                "/api/handoffs/open",
                Map.of("token", first.json().path("path").asString().replace("/handoff#", "")));
        assertThat(old.json().path("detail").asString()).contains("was taken back");
        assertThat(pier.client()
                        .delete("/api/handoffs/" + second.json().path("id").asLong())
                        .status())
                .isEqualTo(204);
        assertThat(stranger.post(
                                "/api/handoffs/open",
                                Map.of(
                                        "token",
                                        second.json().path("path").asString().replace("/handoff#", "")))
                        .status())
                .isEqualTo(410);
    }

    @Test
    void expiredAndUnknownLinksSayWhatToDo() {
        Handoffs.Made made =
                pier.server().bean(Handoffs.class).make(extension("2193"), pier.siteId, Duration.ofSeconds(-1));
        RunningServer.Client stranger = withCookie();
        assertThat(stranger.post("/api/handoffs/open", Map.of("token", made.token()))
                        .json()
                        .path("detail")
                        .asString())
                .contains("ran out");
        assertThat(stranger.post("/api/handoffs/open", Map.of("token", "guess")).status())
                .isEqualTo(410);
    }

    @Test
    void fullExtensionGetsNoFurtherSoftphone() {
        pier.enrolled("02-4B-7A-23-00-01", "One", "2194", "");
        pier.enrolled("02-4B-7A-23-00-02", "Two", "shared 2194", "");
        assertThat(make(pier.extensionId("2194")).problemAt("/")).contains("may be on 2");
        assertThat(open(make(extension("2195"))).status())
                .as("without the page's cookie")
                .isEqualTo(403);
    }
}
