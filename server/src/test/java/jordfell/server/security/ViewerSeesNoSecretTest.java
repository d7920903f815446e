package jordfell.server.security;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.ground.Site;
import jordfell.core.provision.FetchPassword;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.SiteStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Whatever a viewer may ask for holds no password, no PIN and no address that opens files. */
class ViewerSeesNoSecretTest {

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);

    private long released() {
        List<String> there = new ArrayList<>();
        pier.client()
                .get("/api/devices?q=Secretive")
                .json()
                .path("rows")
                .forEach(r -> there.add(r.path("id").asString()));
        if (!there.isEmpty()) {
            return Long.parseLong(there.get(0));
        }
        long id = pier.enrolled("02-4B-7A-5E-00-01", "Secretive", "2406", "");
        pier.client().put("/api/settings/DEVICE/" + id + "/security.web-password", Map.of("value", "web-gull-4417"));
        pier.client().post("/api/extensions/" + pier.extensionId("2406") + "/pin", Map.of("pin", "7391"));
        pier.release(id);
        pier.unbox("02-4B-7A-5E-00-01");
        pier.untilRail(id, "ppppppp");
        pier.client().put("/api/settings/DEVICE/" + id + "/calls.voicemail", Map.of("value", "*77"));
        return id;
    }

    @Test
    void noAnswerToAViewerHoldsASecret() {
        long id = released();
        long extension = pier.extensionId("2406");
        Set<String> secrets = new HashSet<>(server.bean(ExtensionStore.class).passwords(extension));
        secrets.add("web-gull-4417");
        secrets.add(FetchPassword.of(id, server.bean(Sealer.class).derive("fetch:" + id))
                .password());
        server.bean(SiteStore.class).all().stream().map(Site::token).forEach(secrets::add);
        Client viewer = server.viewer();
        JsonNode description = pier.client().get("/api/openapi").json();
        int asked = 0;
        for (Map.Entry<String, JsonNode> path : description.path("paths").properties()) {
            if (path.getValue().has("get") && !path.getKey().equals("/api/events")) {
                Answer answer = viewer.get(filled(path.getKey(), path.getValue().path("get"), id, extension));
                asked += answer.status() == 200 ? 1 : 0;
                assertThat(answer.status()).as(path.getKey()).isLessThan(500);
                for (String secret : secrets) {
                    assertThat(answer.response().body()).as(path.getKey()).doesNotContain(secret);
                }
                assertThat(answer.response().body()).as(path.getKey()).doesNotContain("\"7391\"");
            }
        }
        assertThat(asked).isGreaterThan(35);
        Answer tried = viewer.post(
                "/api/devices/" + id + "/preview",
                Map.of("layer", "DEVICE", "owner", Long.toString(id), "key", "clock.zone", "value", "Etc/UTC"));
        assertThat(tried.status()).isEqualTo(200);
        secrets.forEach(secret -> assertThat(tried.response().body()).doesNotContain(secret));
    }

    private String filled(String path, JsonNode operation, long device, long extension) {
        String filled = path.replace(
                        "{id}",
                        Long.toString(
                                path.contains("/extensions")
                                        ? extension
                                        : path.contains("/sites")
                                                ? pier.siteId
                                                : path.contains("/domains") ? pier.domainId : device))
                .replace("{layer}", "DEVICE")
                .replace("{owner}", Long.toString(device))
                .replaceAll("\\{what}", "accounts")
                .replaceAll("\\{[^}]*}", "1");
        StringBuilder query = new StringBuilder();
        for (JsonNode parameter : operation.path("parameters")) {
            String name = parameter.path("name").asString();
            if (parameter.path("in").asString().equals("query")) {
                String value = switch (name) {
                    case "domainId" -> Long.toString(pier.domainId);
                    case "q" -> "";
                    case "one", "deviceId" -> Long.toString(device);
                    case "other" -> Long.toString(device + 1);
                    case "against" -> "release";
                    default -> "";
                };
                if (!value.isEmpty()) {
                    query.append(query.isEmpty() ? '?' : '&')
                            .append(name)
                            .append('=')
                            .append(value);
                }
            }
        }
        return filled + query;
    }

    @ParameterizedTest
    @ValueSource(strings = {"/password/reveal", "/pin/reveal"})
    void aTechnicianIsShownOneAtATimeForAReasonThatIsKept(String what) {
        released();
        String path = "/api/extensions/" + pier.extensionId("2406") + what;
        assertThat(server.viewer().post(path, Map.of("reason", "I am curious")).status())
                .isEqualTo(403);
        assertThat(pier.client().post(path, Map.of()).problemAt("/reason")).contains("The reason is missing.");
        assertThat(pier.client().post(path, Map.of("reason", " x ")).problemAt("/reason"))
                .contains("is no reason");
        Answer shown = pier.client().post(path, Map.of("reason", "typing it in at window 6"));
        assertThat(shown.json().path("secret").asString()).isNotEmpty();
        String audit = server.lead().get("/api/audit?secrets=true").response().body();
        assertThat(audit)
                .contains("\"kind\":\"SHOWN\"", "of 2406", "typing it in at window 6", "Mats Lindqvaist")
                .doesNotContain(shown.json().path("secret").asString());
    }

    @Test
    void inBulkTheyAreALeadsAlone() {
        released();
        String path = "/api/export/accounts.csv?secrets=true&domainId=" + pier.domainId;
        assertThat(pier.client().get(path).status()).isEqualTo(403);
        String table = server.lead().get(path).response().body();
        assertThat(table).contains("Voicemail PIN", "7391");
        assertThat(server.lead().get("/api/audit?secrets=true").response().body())
                .contains("\"kind\":\"EXPORT\"");
    }

    @Test
    void theAuditIsNotForViewersAndIsReadPageByPage() {
        assertThat(server.viewer().get("/api/audit").status()).isEqualTo(403);
        JsonNode first = server.lead().get("/api/audit").json();
        assertThat(first.path("entries").size()).isPositive();
        long next = first.path("next").asLong();
        if (next > 0) {
            assertThat(server.lead()
                            .get("/api/audit?before=" + next)
                            .json()
                            .path("entries")
                            .get(0)
                            .path("id")
                            .asLong())
                    .isLessThan(next);
        }
    }

    @Test
    void aFileThatABrowserOpensIsNoPageAndIsKeptInTheAudit() throws Exception {
        long id = pier.enrolled("02-4B-7A-5E-00-02", "Browsed", "2407", "");
        pier.release(id);
        var request = java.net.http.HttpRequest.newBuilder(
                        java.net.URI.create(server.address() + "/p/" + pier.token() + "/024b7a5e0002.korrin"))
                .header("User-Agent", "Mozilla/5.0 (X11; Linux x86_64)")
                .build();
        var answer = java.net.http.HttpClient.newHttpClient()
                .send(request, java.net.http.HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.headers().firstValue("Content-Security-Policy").orElse(""))
                .startsWith("sandbox");
        assertThat(answer.headers().firstValue("X-Content-Type-Options")).hasValue("nosniff");
        assertThat(answer.headers().firstValue("Set-Cookie")).isEmpty();
        RunningServer.until(
                "kept",
                () -> server.lead()
                        .get("/api/audit?secrets=true")
                        .response()
                        .body()
                        .contains("by a browser at"));
    }

    @Test
    void cookiesStayWithTheSiteAndPagesTellNobodyWhereTheyWere() {
        Answer answer = server.stranger().get("/api/session");
        assertThat(answer.response().headers().allValues("Set-Cookie"))
                .isNotEmpty()
                .allSatisfy(cookie -> assertThat(cookie).contains("SameSite=Strict"));
        assertThat(answer.response().headers().firstValue("Referrer-Policy")).hasValue("no-referrer");
        assertThat(answer.response().headers().firstValue("Permissions-Policy").orElse(""))
                .contains("camera=()");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/api/openapi", "/actuator", "/actuator/env", "/actuator/heapdump"})
    void descriptionAndInsidesAreNotForStrangers(String path) {
        assertThat(server.stranger().get(path).status()).isEqualTo(401);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Quay\u202e9", "Quay\ufdd0", "Quay\u0007", "Quay\r9", "Quay\n9"})
    void namesWithCharactersThatNobodySeesAreRefused(String label) {
        long id = released();
        JsonNode sheet = pier.sheet(id);
        Answer answer = pier.client()
                .put(
                        "/api/devices/" + id,
                        Map.of("label", label, "version", sheet.path("version").asLong()));
        assertThat(answer.problemAt("/label")).contains("which nobody sees");
    }
}
