package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import jordfell.server.provision.tftp.TftpServer;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Who is given a file: with which name, from where, over which protocol; and what firmware comes next. */
class FetchAccessTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final HttpClient http = HttpClient.newHttpClient();

    private ObjectNode site() {
        for (JsonNode site : pier.client().get("/api/sites").json()) {
            if (site.path("id").asLong() == pier.siteId) {
                return (ObjectNode) site;
            }
        }
        throw new IllegalStateException("no pier");
    }

    private RunningServer.Answer change(Map<String, String> fields) {
        ObjectNode site = site();
        fields.forEach(site::put);
        return pier.client().put("/api/sites/" + pier.siteId, site.toString());
    }

    @AfterEach
    void openAgain() {
        change(Map.of("fetchUser", "", "fetchFrom", ""));
    }

    private HttpResponse<String> get(String path, String credentials) {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        URI.create(pier.server().address() + "/p/" + pier.token() + "/" + path))
                .header("User-Agent", "Korrin K24/2.2.0");
        if (!credentials.isEmpty()) {
            request.header(
                    "Authorization",
                    "Basic "
                            + Base64.getEncoder()
                                    .encodeToString(credentials.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        }
        try {
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private long released(String mac, String number) {
        long id = pier.enrolled(mac, "Fetcher " + number, number, "");
        pier.release(id);
        return id;
    }

    @Test
    void siteAsksForItsNameAndPasswordAndTheLabsPhonesAreToldThem() {
        String mac = "02-4B-7A-0F-01-01";
        long id = released(mac, "2411");
        assertThat(change(Map.of("fetchUser", "pier", "fetchPassword", "gull-and-bollard-9"))
                        .status())
                .isEqualTo(200);
        assertThat(pier.client().get("/api/sites").toString()).doesNotContain("gull-and-bollard");
        HttpResponse<String> unproven = get("024b7a0f0101.korrin", "");
        assertThat(unproven.statusCode()).isEqualTo(401);
        assertThat(unproven.headers().firstValue("WWW-Authenticate"))
                .hasValueSatisfying(v -> assertThat(v).startsWith("Basic realm="));
        assertThat(get("024b7a0f0101.korrin", "pier:wrong").statusCode()).isEqualTo(401);
        RunningServer.until(
                "told",
                () -> pier.sentence(id).equals("It asks for its configuration without the right name and password."));
        assertThat(get("024b7a0f0101.korrin", "pier:gull-and-bollard-9").statusCode())
                .isEqualTo(200);
        pier.unbox(mac);
        pier.untilRail(id, "ppppppp");
    }

    @Test
    void deviceThatWasSentItsOwnPasswordIsAskedForIt() {
        String mac = "02-4B-7A-0F-01-02";
        long id = pier.enrolled(mac, "Own password", "2412", "");
        pier.client().put("/api/settings/DEVICE/" + id + "/provisioning.user", Map.of("value", "desk"));
        pier.client().put("/api/settings/DEVICE/" + id + "/provisioning.password", Map.of("value", "heron #9; & co"));
        pier.release(id);
        assertThat(get("024b7a0f0102.korrin", "").statusCode()).isEqualTo(401);
        HttpResponse<String> proven = get("024b7a0f0102.korrin", "desk:heron #9; & co");
        assertThat(proven.statusCode()).isEqualTo(200);
        assertThat(proven.body()).contains("with         = heron \\#9\\; & co");
    }

    @Test
    void requestFromOutsideOfTheSiteIsRefusedAndTold() {
        long id = released("02-4B-7A-0F-01-03", "2413");
        assertThat(change(Map.of("fetchFrom", "192.0.2.0/24")).status()).isEqualTo(200);
        assertThat(get("024b7a0f0103.korrin", "").statusCode()).isEqualTo(403);
        RunningServer.until(
                "told",
                () -> pier.sentence(id)
                        .equals("It asks for its configuration from 127.0.0.1, outside of Eskvik Pier."));
        assertThat(change(Map.of("fetchFrom", "192.0.2.0/33")).problemAt("/fetchFrom"))
                .contains("is no range");
        assertThat(change(Map.of("fetchUser", "pier", "fetchPassword", "short")).problemAt("/fetchPassword"))
                .contains("It has 5 characters.");
    }

    private String curl(String name, String... more) throws IOException, InterruptedException {
        java.util.List<String> command = new java.util.ArrayList<>(java.util.List.of("curl", "-s", "--max-time", "8"));
        command.addAll(java.util.List.of(more));
        int port = pier.server().bean(TftpServer.class).port();
        command.add("tftp://127.0.0.1:" + port + "/" + name);
        Process process = new ProcessBuilder(command).start();
        String out = new String(process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
        return process.exitValue() + ":" + out;
    }

    @Test
    void oldPhonesFetchTheSameBytesOverTftp() throws Exception {
        released("02-4B-7A-0F-01-04", "2414");
        String overHttp = get("024b7a0f0104.korrin", "").body();
        assertThat(overHttp).contains("[end]");
        String name = pier.token() + "/024b7a0f0104.korrin";
        assertThat(curl(name)).isEqualTo("0:" + overHttp);
        assertThat(curl(name, "--tftp-blksize", "64")).isEqualTo("0:" + overHttp);
        assertThat(curl(name, "--tftp-no-options")).isEqualTo("0:" + overHttp);
        // 68 is curl's number for a file that is not there, 69 for one that is not given.
        assertThat(curl(pier.token() + "/024b7a0f0199.korrin")).startsWith("68:");
        assertThat(curl("..%2f..%2fetc%2fhostname")).startsWith("68:");
        change(Map.of("fetchFrom", "192.0.2.0/24"));
        assertThat(curl(name)).startsWith("69:");
    }

    @Test
    void clientThatTriesOneAddressAfterAnotherIsSlowedAndShown() {
        released("02-4B-7A-0F-01-05", "2415");
        int last = 0;
        for (int i = 0; i < 26; i++) {
            last = get(String.format(java.util.Locale.ROOT, "024b7aee00%02x.korrin", i), "")
                    .statusCode();
        }
        assertThat(last).isEqualTo(429);
        assertThat(pier.client().get("/api/guessers").toString()).contains("127.0.0.1");
        assertThat(pier.client().get("/api/knocks").toString()).doesNotContain("02-4B-7A-EE-00");
        assertThat(get("024b7a0f0105.korrin", "").statusCode()).isEqualTo(200);
        assertThat(pier.client().delete("/api/guessers/127.0.0.1").status()).isEqualTo(204);
        assertThat(get("024b7aee00f0.korrin", "").statusCode()).isEqualTo(404);
    }

    @Test
    void firmwareComesStepByStepOverItsSteppingStones() {
        String mac = "02-4B-7A-0F-01-06";
        long id = pier.enrolled(mac, "Firmware desk", "2416", "");
        Map<String, Integer> files = new HashMap<>(Map.of("2.4.5", 10, "2.5.0", 20));
        files.forEach((version, size) -> assertThat(pier.client()
                        .putFile("/api/models/korrin-k24/firmware/" + version, new byte[size])
                        .status())
                .isEqualTo(204));
        ObjectNode model = null;
        for (JsonNode m : pier.client().get("/api/models").json()) {
            model = m.path("id").asString().equals("korrin-k24") ? (ObjectNode) m : model;
        }
        assertThat(model).isNotNull();
        model.put("firmwareSteps", "2.4.5");
        assertThat(pier.client().put("/api/models/korrin-k24", model.toString()).status())
                .isEqualTo(200);
        pier.client().put("/api/settings/DEVICE/" + id + "/firmware.version", Map.of("value", "2.5.0"));
        pier.client().put("/api/settings/DEVICE/" + id + "/firmware.when", Map.of("value", "by-hand"));
        pier.release(id);
        assertThat(get("firmware/024b7a0f0106", "").statusCode()).isEqualTo(204);
        pier.client().put("/api/settings/DEVICE/" + id + "/firmware.when", Map.of("value", "at-once"));
        pier.release(id);
        HttpResponse<String> step = get("firmware/024b7a0f0106", "");
        assertThat(step.statusCode()).isEqualTo(200);
        assertThat(step.headers().firstValue("Firmware-Version")).hasValue("2.4.5");
        assertThat(get("firmware/024b7a0f01ff", "").statusCode()).isEqualTo(404);
        pier.unbox(mac);
        RunningServer.untilLong(
                "it has 2.5.0", () -> pier.sheet(id).path("firmware").asString().equals("2.5.0"));
        RunningServer.untilLong(
                "seen", () -> pier.sheet(id).path("seen").toString().contains("given 2.4.5"));
        assertThat(pier.client()
                        .putFile("/api/models/korrin-k24/firmware/v9", new byte[1])
                        .problemAt("/version"))
                .contains("“v9” is no version.");
    }

    @Test
    void networkOwnersAreGivenOptionsAndRecords() {
        JsonNode network =
                pier.client().get("/api/sites/" + pier.siteId + "/network").json();
        assertThat(network.path("url").asString()).endsWith("/p/" + pier.token() + "/");
        assertThat(network.path("options")).hasSize(4);
        assertThat(pier.client()
                        .get("/api/sites/" + pier.siteId + "/dhcp.txt")
                        .response()
                        .body())
                .contains("66\thttp://");
        assertThat(pier.client()
                        .get("/api/domains/" + pier.domainId + "/zone.txt")
                        .response()
                        .body())
                .contains("_sip._udp.voice.tarnholm.example. IN SRV 10 1 5060 north.voice.tarnholm.example.");
    }
}
