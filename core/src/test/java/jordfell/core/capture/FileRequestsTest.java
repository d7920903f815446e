package jordfell.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import jordfell.core.evidence.Observation.ConfigRequested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Which file a phone asks for over HTTP and how it is answered, as a recording shows it. */
class FileRequestsTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String FILE = "024b7a00531c.conf";
    private static final Flow ASKS = new Flow("198.51.100.7", 41_000, "192.0.2.80", 80);
    private static final Flow ANSWERS = new Flow("192.0.2.80", 80, "198.51.100.7", 41_000);
    private static final String GIVEN = "HTTP/1.1 200 OK\r\nETag: \"155c\"\r\nContent-Length: 3\r\n\r\nabc";
    private static final String UNPROVEN = "HTTP/1.1 401 Unauthorized\r\nWWW-Authenticate: Basic realm=\"x\"\r\n\r\n";

    private final FileRequests requests = new FileRequests();
    private final List<Sighting> seen = new ArrayList<>();

    private void goes(Flow flow, String text) {
        byte[] bytes = ("..." + text).getBytes(StandardCharsets.ISO_8859_1);
        requests.segment(T, flow, bytes, 3, bytes.length - 3).ifPresent(seen::add);
    }

    private static String get(String target, String... headers) {
        return "GET " + target + " HTTP/1.1\r\nHost: files.example\r\n"
                + (headers.length == 0 ? "" : String.join("\r\n", headers) + "\r\n") + "\r\n";
    }

    private List<ConfigRequested> told() {
        return seen.stream().map(s -> (ConfigRequested) s.observation()).toList();
    }

    @Test
    void whatItAsksForAndIsAnsweredIsToldWithoutTheAddressOfItsSite() {
        goes(ASKS, get("/p/k7f3secret/" + FILE + "?v=1", "User-Agent: Korrin K24/2.4.1"));
        assertThat(seen).as("it is not answered yet").isEmpty();
        goes(ANSWERS, GIVEN);
        assertThat(told())
                .containsExactly(new ConfigRequested(T, FILE, 200, "155c", "Korrin K24/2.4.1", "198.51.100.7"));
        assertThat(seen.get(0).mac()).map(Object::toString).contains("02-4B-7A-00-53-1C");
        assertThat(seen.toString()).doesNotContain("k7f3secret");
        goes(ANSWERS, GIVEN);
        assertThat(seen).as("the same recorded twice").hasSize(1);
    }

    @ParameterizedTest
    @CsvSource({
        "200, W/\"155c\", 155c",
        "304, \"155c\", 155c",
        "200, 155c, ''",
        "404, \"155c\", ''",
        "403, '', ''",
        "503, '', ''"
    })
    void aRevisionIsToldWhereOneWasGiven(int status, String tag, String revision) {
        goes(ASKS, get("/" + FILE));
        goes(ANSWERS, "HTTP/1.1 " + status + " So\r\n" + (tag.isEmpty() ? "" : "etag:" + tag + "\r\n") + "\r\n");
        assertThat(told()).singleElement().satisfies(request -> {
            assertThat(request.status()).isEqualTo(status);
            assertThat(request.revision()).isEqualTo(revision);
        });
    }

    /** RFC 9110 §11.6.1: who is asked for a name and a password comes back with them. */
    @Test
    void toBeAskedForAPasswordIsNoRefusalYet() {
        goes(ASKS, get("/" + FILE));
        goes(ANSWERS, UNPROVEN);
        assertThat(seen).isEmpty();
        goes(ASKS, get("/" + FILE, "Authorization: Basic eDp5"));
        goes(ANSWERS, GIVEN);
        assertThat(told()).extracting(ConfigRequested::status).containsExactly(200);
        assertThat(seen.toString()).doesNotContain("eDp5");
    }

    @Test
    void whoseNameAndPasswordAreNotTakenIsRefused() {
        goes(ASKS, get("/" + FILE, "Authorization: Basic eDp5"));
        goes(ANSWERS, UNPROVEN);
        assertThat(told()).extracting(ConfigRequested::status).containsExactly(401);
    }

    @Test
    void whoComesBackWithNothingIsRefusedToo() {
        goes(ASKS, get("/" + FILE));
        goes(ANSWERS, UNPROVEN);
        goes(ASKS, get("/" + FILE));
        goes(ANSWERS, UNPROVEN);
        assertThat(told()).extracting(ConfigRequested::status).containsExactly(401);
    }

    @Test
    void anInterimAnswerIsNotTheAnswer() {
        goes(ASKS, get("/" + FILE));
        goes(ANSWERS, "HTTP/1.1 100 Continue\r\n\r\n");
        goes(ANSWERS, GIVEN);
        assertThat(told()).extracting(ConfigRequested::status).containsExactly(200);
    }

    @Test
    void anotherFileInBetweenIsAnotherRequest() {
        goes(ASKS, get("/" + FILE));
        goes(ASKS, get("/directory.xml"));
        goes(ANSWERS, GIVEN);
        assertThat(seen).as("the answer is to the directory").isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "GET /directory.xml HTTP/1.1\r\n\r\n",
                "GET /024b7a00531c0.conf HTTP/1.1\r\n\r\n",
                "GET /024b7a00531c/menu.xml HTTP/1.1\r\n\r\n",
                "GET  HTTP/1.1\r\n\r\n",
                "GET /024b7a00531c.conf",
                "GET /024b7a00531c.conf HTTP/9.9\r\n\r\n",
                "GETTING 024b7a00531c",
                "POST /024b7a00531c.conf HTTP/1.1\r\n\r\n",
                "HTTP/1.1 999 What\r\n\r\n",
                "HTTP/1.1 \r\n\r\n",
                "H",
                ""
            })
    void whatIsNoRequestForAFileIsNone(String text) {
        goes(ASKS, text);
        goes(ANSWERS, GIVEN);
        assertThat(seen).isEmpty();
    }

    @Test
    void aNameOfAnyLengthIsNoneOfAFile() {
        goes(ASKS, get("/" + "x-".repeat(80) + FILE));
        goes(ANSWERS, GIVEN);
        assertThat(seen).isEmpty();
    }

    @Test
    void itStandsAmongWhatACaptureBrings() {
        byte[] ask = Wire.v4(Wire.PHONE, Wire.NODE, 6, Wire.tcp(41_000, 8080, 1, 0x18, Wire.text(get("/p/s/" + FILE))));
        byte[] answer = Wire.v4(
                Wire.NODE, Wire.PHONE, 6, Wire.tcp(8080, 41_000, 1, 0x18, Wire.text("HTTP/1.1 404 Not Found\r\n\r\n")));
        Brought brought = Brought.read(Wire.pcap(
                java.nio.ByteOrder.LITTLE_ENDIAN,
                false,
                1,
                List.of(
                        new Wire.Framed(T, Wire.ethernet(ask)),
                        new Wire.Framed(T.plusMillis(3), Wire.ethernet(answer)))));
        assertThat(brought.seen)
                .extracting(Sighting::observation)
                .containsExactly(new ConfigRequested(T.plusMillis(3), FILE, 404, "", "", "198.51.100.7"));
    }
}
