package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import jordfell.lab.phone.KorrinFile;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ProvisioningTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final HttpClient http = HttpClient.newHttpClient();

    private HttpResponse<String> fetch(String file, String... headers) throws Exception {
        return fetchAt(pier.token(), file, headers);
    }

    private HttpResponse<String> fetchAt(String token, String file, String... headers) throws Exception {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(pier.server().address() + "/p/" + token + "/" + file));
        if (headers.length > 0) {
            request.headers(headers);
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void releasedFileIsServedAndReadableByThePhone() throws Exception {
        long id = pier.enrolled("02-4B-7A-02-00-01", "Sørvik & co; #1", "2440", "");
        assertThat(fetch("024b7a020001.korrin").statusCode()).isEqualTo(401);
        pier.release(id);
        HttpResponse<String> file = fetch("024b7a020001.korrin");
        assertThat(file.statusCode()).isEqualTo(200);
        assertThat(file.headers().firstValue("Cache-Control")).hasValue("no-store");
        assertThat(KorrinFile.read(file.body()).name()).isEqualTo("Sørvik & co; #1");
        String revision = file.headers().firstValue("ETag").orElseThrow();
        assertThat(fetch("024b7a020001.korrin", "If-None-Match", revision).statusCode())
                .isEqualTo(304);
        assertThat(fetch("024b7a020001.korrin", "If-None-Match", "\"older\"").statusCode())
                .isEqualTo(200);
    }

    @Test
    void resendAnswersInFullUntilThePhoneProvesThatItTookIt() throws Exception {
        long id = pier.enrolled("02-4B-7A-02-00-02", "R", "2441", "");
        pier.release(id);
        String revision =
                fetch("024b7a020002.korrin").headers().firstValue("ETag").orElseThrow();
        pier.client().post("/api/devices/" + id + "/resend", Map.of());
        var again = fetch("024b7a020002.korrin", "If-None-Match", revision);
        assertThat(again.statusCode()).isEqualTo(200);
        assertThat(fetch("024b7a020002.korrin", "If-None-Match", revision).statusCode())
                .as("the phone lost power before it took the file")
                .isEqualTo(200);
        String tag = again.headers().firstValue("ETag").orElseThrow();
        assertThat(fetch("024b7a020002.korrin", "If-None-Match", tag).statusCode())
                .isEqualTo(304);
    }

    @Test
    void everyRequestIsRecorded() throws Exception {
        long id = pier.enrolled("02-4B-7A-02-00-03", "S", "2442", "");
        fetch("024b7a020003.korrin", "User-Agent", "Korrin K24/9.9.9");
        RunningServer.until(
                "the request is seen",
                () -> pier.sheet(id).path("seen").toString().contains("HTTP 401"));
        assertThat(pier.sheet(id).path("firmware").asString()).isEqualTo("9.9.9");
    }

    @Test
    void unknownMacIsAKnock() throws Exception {
        for (int i = 0; i < 3; i++) {
            fetch("024b7a02ffff.korrin", "User-Agent", "Korrin K12/1.0");
        }
        assertThat(pier.client().get("/api/knocks").json().toString())
                .contains("\"mac\":\"02-4B-7A-02-FF-FF\"")
                .contains("\"times\":3")
                .contains("Korrin K12/1.0");
        assertThat(pier.client().delete("/api/knocks/02-4B-7A-02-FF-FF").status())
                .isEqualTo(204);
        assertThat(pier.client().get("/api/knocks").toString()).doesNotContain("02-4B-7A-02-FF-FF");
    }

    @Test
    void guessedSiteGetsNothingAndLeavesNoKnock() throws Exception {
        assertThat(fetchAt("guess", "024b7a02eeee.korrin").statusCode()).isEqualTo(404);
        assertThat(pier.client().get("/api/knocks").toString()).doesNotContain("02-4B-7A-02-EE-EE");
    }

    @Test
    void deviceOfAnotherSiteOrFileNameOfAnotherFamilyGetsNothing() throws Exception {
        long id = pier.enrolled("02-4B-7A-02-00-04", "T", "2443", "");
        pier.release(id);
        String elsewhere = pier.server().bean(jordfell.server.records.SiteStore.class).all().stream()
                .filter(s -> s.name().equals("Tarnholm Terminal"))
                .findFirst()
                .orElseThrow()
                .token();
        assertThat(fetchAt(elsewhere, "024b7a020004.korrin").statusCode()).isEqualTo(401);
        assertThat(fetch("024b7a020004.xml").statusCode()).isEqualTo(401);
        assertThat(fetch("024b7a020004.korrin").statusCode()).isEqualTo(200);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "x.korrin",
                "ffffffffffff.korrin",
                "000000000000.korrin",
                "024b7a02000.korrin",
                "%00.korrin",
                "..%2f..%2fetc",
                "024b7a020001.korrin%0d%0aX:y"
            })
    void oddNamesGetNothing(String file) throws Exception {
        assertThat(fetch(file).statusCode()).isBetween(400, 404);
    }

    @Test
    void overlongNamesAndHeadersAreRefused() throws Exception {
        assertThat(fetch("a".repeat(81)).statusCode()).isEqualTo(414);
        assertThat(fetch("024b7a020001.korrin", "X-Long", "y".repeat(20_000)).statusCode())
                .isBetween(400, 431);
    }

    @Test
    void onePhoneMayNotAskWithoutEnd() throws Exception {
        int status = 0;
        for (int i = 0; i < 80 && status != 429; i++) {
            status = fetch("024b7a02dddd.korrin").statusCode();
        }
        assertThat(status).isEqualTo(429);
        assertThat(fetch("024b7a02dddc.korrin").statusCode()).isEqualTo(401);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\u0000\u0001\u0002\u0003",
                "GET\r\n\r\n",
                "GET /p/x HTTP/9.9\r\n\r\n",
                "POST /p/a/b HTTP/1.1\r\nHost: x\r\nContent-Length: 99999999999\r\n\r\n",
                "GET /p/a/b HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: nonsense\r\n\r\n"
            })
    void garbageOnTheWireDoesNotStopTheServer(String bytes) throws Exception {
        try (Socket socket = new Socket(
                java.net.InetAddress.getLoopbackAddress(),
                URI.create(pier.server().address()).getPort())) {
            socket.setSoTimeout(2_000);
            socket.getOutputStream().write(bytes.getBytes(StandardCharsets.ISO_8859_1));
            socket.shutdownOutput();
            String answer = new String(socket.getInputStream().readNBytes(4_000), StandardCharsets.ISO_8859_1);
            assertThat(answer).doesNotContain("\tat ").doesNotContain("Exception");
        } catch (IOException e) {
            assertThat(e).isNotNull(); // hung up on: just as well
        }
        assertThat(fetch("024b7a02cccc.korrin").statusCode()).isEqualTo(401);
    }

    @Test
    void onlyGetIsAnswered() throws Exception {
        HttpRequest put = HttpRequest.newBuilder(
                        URI.create(pier.server().address() + "/p/" + pier.token() + "/024b7a020001.korrin"))
                .PUT(HttpRequest.BodyPublishers.ofString("x"))
                .build();
        assertThat(http.send(put, HttpResponse.BodyHandlers.ofString()).statusCode())
                .isBetween(400, 405);
    }
}
