package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Phonebooks as phones fetch them: with the password of their file, unchanged, over TFTP, and not at all. */
class PhonebookFetchTest extends FetchFixture {

    private static final String NAME = "Fetched names";

    private long book;

    private void published(String number, String... families) {
        book = pier.client()
                .post("/api/phonebooks", Map.of("name", NAME, "domainId", pier.domainId, "sources", List.of()))
                .json()
                .path("id")
                .asLong();
        for (String family : families) {
            pier.client()
                    .post(
                            "/api/phonebooks/" + book + "/contacts",
                            Map.of(
                                    "family",
                                    family,
                                    "numbers",
                                    List.of(Map.of("kind", "EXTENSION", "number", number))));
        }
        publish();
    }

    private void publish() {
        String edition = pier.client()
                .get("/api/phonebooks/" + book + "/changes")
                .json()
                .path("edition")
                .asString();
        assertThat(pier.client()
                        .post("/api/phonebooks/" + book + "/publish", Map.of("edition", edition))
                        .status())
                .isEqualTo(200);
    }

    /** A device that is given a phonebook with these names, all under its own number. */
    private long given(String mac, String number, String... families) {
        published(number, families);
        long id = pier.enrolled(mac, "Book " + number, number, "");
        pier.client().put("/api/settings/DEVICE/" + id + "/phonebook.first", Map.of("value", NAME));
        pier.release(id);
        return id;
    }

    @AfterEach
    void over() {
        pier.client()
                .get("/api/devices?q=Book")
                .json()
                .path("rows")
                .forEach(d -> pier.client()
                        .delete("/api/settings/DEVICE/" + d.path("id").asLong() + "/phonebook.first"));
        assertThat(pier.client().delete("/api/phonebooks/" + book).status()).isEqualTo(204);
    }

    private HttpResponse<String> unchanged(String file, String credentials, String tag) throws Exception {
        return http.send(
                HttpRequest.newBuilder(URI.create(pier.server().address() + "/p/" + pier.token() + "/" + file))
                        .header("User-Agent", "Korrin K24/2.4.1")
                        .header("If-None-Match", tag)
                        .header(
                                "Authorization",
                                "Basic "
                                        + Base64.getEncoder()
                                                .encodeToString(credentials.getBytes(StandardCharsets.UTF_8)))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void itIsGivenUnderTheSameConditionsAsTheFileAndSaysWhenItIsUnchanged() throws Exception {
        long id = given("02-4B-7A-0B-01-01", "2456", "Pier light", "Ørn & Sønner");
        String file = "024b7a0b0101.book-1";
        String config = get("024b7a0b0101.korrin", "").body();
        assertThat(config).contains("one          = book-1");
        String own = own(config);
        HttpResponse<String> first = get(file, own);
        assertThat(first.statusCode()).isEqualTo(200);
        assertThat(first.body())
                .contains("entries  = 2", "shows    = Ørn & Sønner")
                .doesNotContain(own.split(":")[1]);
        assertThat(first.headers().firstValueAsLong("Content-Length"))
                .hasValue(first.body().getBytes(StandardCharsets.UTF_8).length);
        graceIsOver(id);
        assertThat(get(file, "").statusCode()).isEqualTo(401);
        assertThat(get(file, own + "x").statusCode()).isEqualTo(401);
        String tag = first.headers().firstValue("ETag").orElseThrow();
        assertThat(unchanged(file, own, tag).statusCode()).isEqualTo(304);
        assertThat(unchanged(file, own, tag).body()).isEmpty();
        pier.client()
                .post(
                        "/api/phonebooks/" + book + "/contacts",
                        Map.of("family", "Bell", "numbers", List.of(Map.of("kind", "EXTENSION", "number", "2456"))));
        assertThat(unchanged(file, own, tag).statusCode()).as("not published").isEqualTo(304);
        publish();
        assertThat(unchanged(file, own, tag).statusCode()).isEqualTo(200);
        assertThat(get("024b7a0b0101.book-7", own).statusCode()).isEqualTo(404);
        change(Map.of("fetchFrom", "192.0.2.0/24"));
        assertThat(get(file, own).statusCode()).isEqualTo(403);
        RunningServer.until(
                "what was seen tells of it",
                () -> pier.sheet(id).path("seen").toString().contains("HTTP 403")
                        && pier.sheet(id).path("seen").toString().contains("2 names"));
    }

    @Test
    void oldPhonesFetchTheSameBytesOverTftp() throws Exception {
        long id = given("02-4B-7A-0B-01-02", "2457", "Pier light", "כהן");
        String overHttp = get("024b7a0b0102.book-1", "").body();
        assertThat(overHttp).contains("כהן");
        assertThat(curl(pier.token() + "/024b7a0b0102.book-1")).isEqualTo("0:" + overHttp);
        assertThat(curl(pier.token() + "/024b7a0b0102.book-1", "--tftp-blksize", "64"))
                .isEqualTo("0:" + overHttp);
        assertThat(curl(pier.token() + "/024b7a0b0102.book-2")).startsWith("0:");
        assertThat(curl(pier.token() + "/024b7a0b0102.book-8")).startsWith("68:");
        RunningServer.until(
                "the sheet tells by which way",
                () -> pier.sheet(id).path("seen").toString().contains("TFTP 200"));
    }

    @Test
    void whoIsNotEnrolledLearnsNothing() {
        String unknown = looks(get("024b7a0b01ff.book-1", ""));
        long id = given("02-4B-7A-0B-01-03", "2458", "Pier light");
        String config = get("024b7a0b0103.korrin", "").body();
        get("024b7a0b0103.book-1", own(config));
        graceIsOver(id);
        assertThat(looks(get("024b7a0b0103.book-1", ""))).isEqualTo(unknown);
    }

    @Test
    void aModelThatHoldsFewerIsGivenTheFirstOfThemAndTheRestIsTold() {
        long id = given("02-4B-7A-0B-01-04", "2459", "Aldvik", "Bergsund", "Dalhamn");
        jordfell.server.jdbc.Jdbc jdbc = pier.server().bean(jordfell.server.jdbc.Jdbc.class);
        jdbc.update("update model set phonebook = 2 where id = 'korrin-k24'");
        try {
            pier.server().bean(jordfell.server.change.Changes.class).tell(jordfell.server.change.Subject.MODEL);
            assertThat(get("024b7a0b0104.book-1", "").body())
                    .contains("Aldvik", "Bergsund")
                    .doesNotContain("Dalhamn");
            RunningServer.until(
                    "its page tells so",
                    () -> pier.client()
                            .get("/api/phonebooks/" + book + "/takers")
                            .json()
                            .path("takers")
                            .path(0)
                            .path("taking")
                            .asString()
                            .equals("TOO_MUCH"));
            assertThat(pier.client()
                            .get("/api/devices/" + id + "/phonebooks/1/left")
                            .json()
                            .toString())
                    .isEqualTo("{\"names\":[\"Dalhamn\"],\"more\":0}");
        } finally {
            jdbc.update("update model set phonebook = 500 where id = 'korrin-k24'");
            pier.server().bean(jordfell.server.change.Changes.class).tell(jordfell.server.change.Subject.MODEL);
        }
    }
}
