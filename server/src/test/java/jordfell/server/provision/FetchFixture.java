package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Base64;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import jordfell.lab.phone.KorrinFile;
import jordfell.lab.phone.PhoneConfig;
import jordfell.lab.phone.UnreadableFile;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.provision.tftp.TftpServer;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterEach;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A site whose files are fetched over HTTP as phones do. */
abstract class FetchFixture {

    final Pier pier = new Pier(RunningServer.shared());
    final HttpClient http = HttpClient.newHttpClient();

    ObjectNode site() {
        for (JsonNode site : pier.client().get("/api/sites").json()) {
            if (site.path("id").asLong() == pier.siteId) {
                return (ObjectNode) site;
            }
        }
        throw new IllegalStateException("no pier");
    }

    RunningServer.Answer change(Map<String, String> fields) {
        ObjectNode site = site();
        fields.forEach(site::put);
        return pier.client().put("/api/sites/" + pier.siteId, site.toString());
    }

    @AfterEach
    void openAgain() {
        change(Map.of("fetchUser", "", "fetchFrom", "198.51.100.128/26 127.0.0.0/8"));
        pier.client().delete("/api/guessers/127.0.0.1");
    }

    HttpResponse<String> get(String path, String credentials) {
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

    long released(String mac, String number) {
        long id = pier.enrolled(mac, "Fetcher " + number, number, "");
        pier.release(id);
        return id;
    }

    /** The name and password that a file of this phone brings. */
    static String own(String file) {
        PhoneConfig.Upkeep upkeep;
        try {
            upkeep = KorrinFile.read(file).upkeep();
        } catch (UnreadableFile e) {
            throw new IllegalStateException(e);
        }
        assertThat(upkeep.user()).startsWith("phone-");
        return upkeep.user() + ":" + upkeep.password();
    }

    /** The grace in which a broken first fetch may be repeated is over. */
    void graceIsOver(long id) {
        pier.server()
                .bean(Jdbc.class)
                .update(
                        "update device_fetch set delivered_at = dateadd(minute, -6, delivered_at) where device_id = ?",
                        id);
    }

    /** What an answer shows but its time. */
    static String looks(HttpResponse<String> answer) {
        Map<String, java.util.List<String>> headers =
                new java.util.TreeMap<>(answer.headers().map());
        headers.remove("date");
        return answer.statusCode() + " " + headers + " " + answer.body();
    }

    String curl(String name, String... more) throws IOException, InterruptedException {
        java.util.List<String> command = new java.util.ArrayList<>(java.util.List.of("curl", "-s", "--max-time", "8"));
        command.addAll(java.util.List.of(more));
        int port = pier.server().bean(TftpServer.class).port();
        command.add("tftp://127.0.0.1:" + port + "/" + name);
        Process process = new ProcessBuilder(command).start();
        String out = new String(process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
        return process.exitValue() + ":" + out;
    }
}
