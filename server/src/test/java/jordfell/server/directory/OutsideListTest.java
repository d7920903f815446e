package jordfell.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.lab.web.OutsideWeb;
import jordfell.lab.web.Page;
import jordfell.server.directory.OutsideFetch.Came;
import jordfell.server.directory.OutsideFetch.Failed;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Lists that somebody keeps elsewhere: fetched by real HTTP through the way out, and never trusted. */
class OutsideListTest {

    private static final String LIST = "http://lists.example/test.xml";

    private final Pier pier = new Pier(RunningServer.shared());

    private static String names(String... names) {
        return Stream.of(names)
                .map(n -> "<name shown=\"" + n + "\" team=\"\"><reach kind=\"work\" call=\"0555" + n.length()
                        + "1\"/></name>")
                .collect(Collectors.joining("", "<names of=\"Test\" many=\"" + names.length + "\">", "</names>"));
    }

    private void there(String manner, String text) {
        assertThat(pier.client()
                        .put("/api/lab/web", Map.of("address", LIST, "manner", manner, "text", text))
                        .status())
                .isEqualTo(200);
    }

    private JsonNode fetched(long book) {
        pier.client().post("/api/phonebooks/" + book + "/lists/fetch", Map.of());
        for (JsonNode one : pier.client().get("/api/phonebooks").json()) {
            if (one.path("id").asLong() == book) {
                return one;
            }
        }
        throw new AssertionError("it is gone");
    }

    @Test
    void aListThatWentEmptyOvernightIsKeptAndSaidAndNotPublishedByItself() {
        there("SENDS", names("Aldvik", "Bergsund", "Dalhamn", "Eknäs"));
        long book = pier.client()
                .post(
                        "/api/phonebooks",
                        Map.of("name", "Elsewhere", "sources", List.of(Map.of("from", "ADDRESS", "address", LIST))))
                .json()
                .path("id")
                .asLong();
        assertThat(fetched(book).path("names").asInt()).isEqualTo(4);
        there("SENDS", names("Aldvik", "Bergsund", "Dalhamn", "Fagervik"));
        assertThat(fetched(book).path("copies").path(0).path("trouble").asString())
                .isEmpty();
        there("SENDS", "");
        JsonNode empty = fetched(book);
        assertThat(empty.path("names").asInt()).isEqualTo(4);
        assertThat(empty.path("copies").path(0).path("trouble").asString())
                .isEqualTo("It has no names any more; the 4 that it had are kept.");
        assertThat(empty.path("copies").path(0).path("waiting").asInt()).isZero();
        there("GONE", "");
        assertThat(fetched(book).path("copies").path(0).path("trouble").asString())
                .isEqualTo("It is answered with 404.");
        assertThat(pier.client()
                        .post("/api/phonebooks/" + book + "/lists/take", Map.of("address", LIST))
                        .status())
                .isEqualTo(200);
        JsonNode taken = pier.client().get("/api/phonebooks").json();
        assertThat(taken.toString()).contains("\"name\":\"Elsewhere\"");
        pier.client().post("/api/phonebooks/" + book + "/lists/take", Map.of("address", LIST));
        there("SENDS", names("Aldvik", "Bergsund", "Dalhamn", "Fagervik"));
        assertThat(fetched(book).path("names").asInt())
                .as("taken back, and fetched anew")
                .isEqualTo(4);
        pier.client().delete("/api/phonebooks/" + book);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            <!DOCTYPE a [<!ENTITY x "y">]><names of="a" many="0"/>  | document type
            <names of="a" many="1"><name shown="A"                  | Line 1
            <html><body>Sign in</body></html>                      | no list of contacts
            BEGIN:VCARD                                             | has no names any more
            {"kind":"other"}                                        | does not say that it is
            just words                                              | no headings
            """)
    void whatIsNoListLeavesTheCopyAsItIs(String text, String why) {
        there("SENDS", names("Aldvik", "Bergsund"));
        long book = pier.client()
                .post(
                        "/api/phonebooks",
                        Map.of(
                                "name",
                                "Bad " + text.length(),
                                "sources",
                                List.of(Map.of("from", "ADDRESS", "address", LIST))))
                .json()
                .path("id")
                .asLong();
        fetched(book);
        there("SENDS", text);
        JsonNode after = fetched(book);
        assertThat(after.path("names").asInt()).isEqualTo(2);
        assertThat(after.path("copies").path(0).path("trouble").asString()).containsIgnoringCase(why);
        pier.client().delete("/api/phonebooks/" + book);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://127.0.0.1:80/api/people",
                "http://localhost/",
                "http://x.localhost/",
                "http://[::1]/",
                "http://0.0.0.0/",
                "http://2130706433/",
                "http://0x7f000001/",
                "http://169.254.1.1/",
                "file:///etc/hostname",
                "ftp://lists.example/a"
            })
    void whatPointsToThisMachineOrNowhereIsNotFollowed(String where) throws Exception {
        try (OutsideWeb web = new OutsideWeb();
                OutsideFetch fetch = new OutsideFetch(web.address(), Duration.ofSeconds(5))) {
            web.put(new Page(LIST, Page.Manner.POINTS, "text/plain", where));
            assertThat(fetch.fetch(LIST, ""))
                    .isInstanceOfSatisfying(
                            Failed.class, f -> assertThat(f.why()).startsWith("It points to"));
        }
    }

    @Test
    void whatDripsOrNeverEndsOrPointsInACircleIsGivenUp() throws Exception {
        try (OutsideWeb web = new OutsideWeb();
                OutsideFetch fetch = new OutsideFetch(web.address(), Duration.ofSeconds(2))) {
            web.put(new Page(LIST, Page.Manner.DRIPS, "text/plain", ""));
            assertThat(fetch.fetch(LIST, ""))
                    .isInstanceOfSatisfying(
                            Failed.class, f -> assertThat(f.why()).isEqualTo("It had not come to its end after 2 s."));
            web.put(new Page(LIST, Page.Manner.POINTS, "text/plain", LIST));
            assertThat(fetch.fetch(LIST, ""))
                    .isInstanceOfSatisfying(
                            Failed.class, f -> assertThat(f.why()).isEqualTo("It points on more than 3 times."));
            web.put(new Page(LIST, Page.Manner.FLOODS, "text/plain", ""));
            assertThat(fetch.fetch(LIST, ""))
                    .isInstanceOfSatisfying(
                            Failed.class,
                            f -> assertThat(f.why())
                                    .containsAnyOf("It has more than 24 MB.", "had not come to its end"));
            web.put(new Page(LIST, Page.Manner.SENDS, "text/plain", "a"));
            OutsideFetch.Fetched came = fetch.fetch(LIST, "");
            assertThat(came).isInstanceOf(Came.class);
            assertThat(fetch.fetch(LIST, ((Came) came).tag())).isInstanceOf(OutsideFetch.Unchanged.class);
        }
    }
}
