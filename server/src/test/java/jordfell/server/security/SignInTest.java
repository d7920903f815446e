package jordfell.server.security;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SignInTest {

    private final RunningServer server = RunningServer.shared();

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/api/devices",
                "/api/triage",
                "/api/ground",
                "/api/lab",
                "/api/knocks",
                "/api/extensions?domainId=1",
                "/api/releases/pending",
                "/api/search?q=x",
                "/api/events",
                "/api/session"
            })
    void strangersSeeNothing(String path) {
        assertThat(server.stranger().get(path).status()).isEqualTo(401);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    POST   | /api/intake
                    POST   | /api/intake/sheet/enrol
                    PUT    | /api/intake/sheet/file?name=x
                    POST   | /api/starters
                    POST   | /api/handoffs
                    POST   | /api/acts/1/undo
                    PUT    | /api/domains/1
                    POST   | /api/fleet/change
                    GET    | /api/export/accounts.csv?domainId=1
                    POST   | /api/releases
                    POST   | /api/extensions
                    POST   | /api/extensions/1/password
                    POST   | /api/extensions/1/password/reveal
                    PUT    | /api/devices/1
                    PUT    | /api/devices/1/lines
                    POST   | /api/devices/1/resend
                    DELETE | /api/devices/1
                    PUT    | /api/settings/SITE/1/clock.zone
                    POST   | /api/lab/phones
                    DELETE | /api/knocks/02-4B-7A-00-00-01
                    """)
    void viewersChangeNothing(String method, String path) {
        assertThat(server.viewer().send(method, path, Map.of()).status()).isEqualTo(403);
    }

    @Test
    void viewersLookAndCheckRows() {
        Client viewer = server.viewer();
        assertThat(viewer.get("/api/devices").status()).isEqualTo(200);
        assertThat(viewer.post("/api/kits/try", Map.of("displayName", "{{person.name}}"))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void passwordsLieSealedInTheDatabase() {
        Pier pier = new Pier(server);
        long id = pier.enrolled("02-4B-7A-05-00-02", "Sealed", "2461", "");
        pier.release(id);
        String password = server.bean(jordfell.server.records.ExtensionStore.class)
                .passwords(pier.extensionId("2461"))
                .get(0);
        var jdbc = server.bean(jordfell.server.jdbc.Jdbc.class);
        List<String> raw = jdbc.list(
                "select rawtohex(sealed) h from extension_password union all select rawtohex(body) from release_item "
                        + "union all select rawtohex(sent) from release_item",
                r -> r.text("h"));
        String hex = java.util.HexFormat.of().formatHex(password.getBytes(java.nio.charset.StandardCharsets.UTF_8));
        assertThat(raw)
                .isNotEmpty()
                .noneMatch(h -> h.toLowerCase(java.util.Locale.ROOT).contains(hex));
        assertThat(jdbc.list(
                        "select data from episode",
                        r -> new String(r.bytes("data"), java.nio.charset.StandardCharsets.UTF_8)))
                .noneMatch(d -> d.contains(password));
    }

    @ParameterizedTest
    @CsvSource({"lena, wrong", "nobody, lantern-harbour-41", "'', ''", "LENA, Lantern-Harbour-41"})
    void wrongNameOrPasswordSaysTheSame(String login, String password) {
        Client client = server.stranger();
        client.get("/api/session");
        Answer answer = client.post("/api/session", Map.of("login", login, "password", password));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.problemAt("/password")).startsWith("Name and password don’t match.");
    }

    /** Tries a name until it is told to wait, and gives what it was told. */
    private String triedUntilSlowed(String login) {
        Client stranger = server.stranger();
        stranger.get("/api/session");
        Answer answer = stranger.post("/api/session", Map.of("login", login, "password", "x"));
        for (int i = 0; i < 30 && answer.status() != 429; i++) {
            answer = stranger.post("/api/session", Map.of("login", login, "password", "x" + i));
        }
        assertThat(answer.status()).isEqualTo(429);
        assertThat(answer.response().headers().firstValue("Retry-After")).isPresent();
        return answer.json().path("detail").asString();
    }

    @Test
    void aStrangerWhoTriesANameShutsNobodyOutOfIt() {
        Client oona = server.viewer();
        oona.delete("/api/session");
        oona.get("/api/session");
        assertThat(triedUntilSlowed("oona")).startsWith("Too many wrong tries. Wait ");
        assertThat(oona.post("/api/session", Map.of("login", "oona", "password", "gangway-heron-63"))
                        .status())
                .as("her browser is known")
                .isEqualTo(200);
        RunningServer.until("the pause runs out, and whoever knows the password is let in anywhere", () -> {
            Client elsewhere = server.stranger();
            elsewhere.get("/api/session");
            return elsewhere
                            .post("/api/session", Map.of("login", "oona", "password", "gangway-heron-63"))
                            .status()
                    == 200;
        });
    }

    @Test
    void guessingIsSlowedByName() {
        Client client = server.stranger();
        client.get("/api/session");
        int status = 0;
        for (int i = 0; i < 20 && status != 429; i++) {
            status = client.post("/api/session", Map.of("login", "guessed", "password", "x" + i))
                    .status();
        }
        assertThat(status).isEqualTo(429);
        assertThat(server.lead().get("/api/session").status()).isEqualTo(200);
    }

    @Test
    void signingOutEndsTheSession() {
        Client client = server.technician();
        assertThat(client.delete("/api/session").status()).isEqualTo(204);
        assertThat(client.get("/api/devices").status()).isEqualTo(401);
    }

    @Test
    void anotherSitesPageCannotActInSomebodysName() throws Exception {
        HttpResponse<String> response = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + "/api/session"))
                                .header("Content-Type", "application/json")
                                .POST(HttpRequest.BodyPublishers.ofString(
                                        "{\"login\":\"lena\",\"password\":\"lantern-harbour-41\"}"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        assertThat(response.statusCode()).isIn(401, 403);
    }

    @Test
    void pagesAskNoOtherHost() throws Exception {
        HttpResponse<String> response = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + "/api/session"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        assertThat(response.headers().firstValue("Content-Security-Policy"))
                .hasValueSatisfying(
                        csp -> assertThat(csp).contains("default-src 'self'").doesNotContain("http"));
        assertThat(response.headers().firstValue("X-Content-Type-Options")).hasValue("nosniff");
    }
}
