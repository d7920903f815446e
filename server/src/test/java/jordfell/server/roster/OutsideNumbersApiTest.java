package jordfell.server.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** +999 5577 9 … ring the ferry office, say something, or ring nothing yet. */
class OutsideNumbersApiTest {

    private static final Pier PIER = new Pier(RunningServer.shared());
    private static final Client CLIENT = PIER.client();

    @BeforeAll
    static void numbers() {
        CLIENT.post(
                "/api/extensions", Map.of("domainId", PIER.domainId, "number", "2420", "displayName", "Ferry office"));
        CLIENT.post(
                "/api/extensions", Map.of("domainId", PIER.domainId, "number", "2421", "displayName", "Ferry store"));
        add("+999 5577 9001", Map.of("extension", "ferry office", "prefix", "FERRY", "note", "in the timetable"));
        add("+999 5577 9002", Map.of("announcement", "The kiosk_is closed", "note", "until 50% are back"));
        add("+999 5577 9003", Map.of());
    }

    private static Answer add(String number, Map<String, String> more) {
        Map<String, Object> wish = new HashMap<>(more);
        wish.put("domainId", PIER.domainId);
        wish.put("e164", number);
        return CLIENT.post("/api/outside-numbers", wish);
    }

    private static List<String> found(String q) {
        List<String> found = new ArrayList<>();
        String text = java.net.URLEncoder.encode(q, java.nio.charset.StandardCharsets.UTF_8);
        CLIENT.get("/api/outside-numbers?domainId=" + PIER.domainId + "&q=" + text)
                .json()
                .path("rows")
                .forEach(row -> found.add(row.path("e164").asString().replace("+9995577900", "")));
        return found.stream().filter(number -> number.length() == 1).toList();
    }

    private static JsonNode row(String q) {
        return CLIENT.get("/api/outside-numbers?domainId=" + PIER.domainId + "&q=" + q)
                .json()
                .at("/rows/0");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            5577 9001    | 1
            +999 5577 90 | 1,2,3
            00999557790  | 1,2,3
            FERRY OFF    | 1
            2420         | 1
            ferry        | 1
            Timetable    | 1
            kiosk        | 2
            kiosk_is     | 2
            e_office     | ''
            50%          | 2
            0%           | 2
            (            | ''
            nowhere      | ''
            """)
    void isFoundByEveryColumnAsItIsWritten(String q, String expected) {
        assertThat(String.join(",", found(q))).isEqualTo(expected);
    }

    @Test
    void mayRingAPlaceByItsName() {
        assertThat(row("55779001").path("extension").asString()).isEqualTo("2420");
        assertThat(add("+999 5577 9009", Map.of("extension", "Ferry bridge")).problemAt("/extension"))
                .startsWith("There is no extension, no place and no group “Ferry bridge”.");
    }

    @Test
    void saysSomethingInsteadOfRingingAndTheCallPathTellsSo() {
        JsonNode path = CLIENT.get("/api/calls/path?domainId=" + PIER.domainId + "&number=%2B99955779002")
                .json();
        assertThat(path.path("sentence").asString())
                .isEqualTo("It is answered by the announcement “The kiosk_is closed”.");
        assertThat(path.path("rings").asBoolean()).isTrue();
        assertThat(CLIENT.get("/api/calls/dead?domainId=" + PIER.domainId).toString())
                .contains("+99955779003")
                .doesNotContain("+99955779002");
        assertThat(add("+999 5577 9009", Map.of("extension", "2420", "announcement", "Both"))
                        .problemAt("/announcement"))
                .startsWith("It rings 2420, so nobody would hear this.");
    }

    @Test
    void anAnnouncementIsHeardByWhoeverCallsForReal() {
        Answer begun = CLIENT.post("/api/calls/trials", Map.of("domainId", PIER.domainId, "number", "+999 5577 9002"));
        String at = "/api/calls/trials/" + begun.json().path("id").asLong();
        RunningServer.untilLong(
                "over", () -> !CLIENT.get(at).json().path("words").asString().isEmpty());
        JsonNode came = CLIENT.get(at).json();
        assertThat(came.path("answered").asBoolean()).isTrue();
        assertThat(came.path("differences")).isEmpty();
        Answer nothing =
                CLIENT.post("/api/calls/trials", Map.of("domainId", PIER.domainId, "number", "+999 5577 9003"));
        String there = "/api/calls/trials/" + nothing.json().path("id").asLong();
        RunningServer.untilLong(
                "over", () -> !CLIENT.get(there).json().path("words").asString().isEmpty());
        assertThat(CLIENT.get(there).json().path("words").asString())
                .isEqualTo("403 Forbidden: +99955779003 is given to nobody");
    }

    @Test
    void whatWouldRingElsewhereIsToldBeforeItIsKept() {
        JsonNode row = row("55779001");
        Answer told = CLIENT.post(
                "/api/outside-numbers/impact?id=" + row.path("id").asLong(),
                Map.of(
                        "domainId",
                        PIER.domainId,
                        "e164",
                        "+99955779001",
                        "announcement",
                        "Gone fishing",
                        "version",
                        1));
        assertThat(told.json().path("total").asInt()).as(told.toString()).isEqualTo(1);
        assertThat(told.json().at("/shown/0/was").asString()).isEqualTo("It rings nothing: 2420 is on no device.");
        assertThat(told.json().at("/shown/0/is").asString())
                .isEqualTo("It is answered by the announcement “Gone fishing”.");
        assertThat(CLIENT.post(
                                "/api/outside-numbers/impact?id="
                                        + row.path("id").asLong(),
                                Map.of(
                                        "domainId",
                                        PIER.domainId,
                                        "e164",
                                        "+99955779001",
                                        "extension",
                                        "2420",
                                        "prefix",
                                        "OTHER",
                                        "version",
                                        1))
                        .json()
                        .path("total")
                        .asInt())
                .as("a prefix rings nobody else")
                .isZero();
    }

    @Test
    void hoursDecideWhatHandlesACallNow() {
        assertThat(add("+999 5579 0001", Map.of("extension", "2420", "hours", "Mo-Su 0:00-24:00", "zone", "UTC"))
                        .problemAt("/closedExtension"))
                .startsWith("Outside of its hours it would ring nothing.");
        Map<String, String> open = Map.of(
                "extension", "2420", "hours", "Mo-Su 0:00-24:00", "zone", "UTC", "closedAnnouncement", "Come tomorrow");
        assertThat(add("+999 5579 0001", open).status()).isEqualTo(201);
        JsonNode path = CLIENT.get("/api/calls/path?domainId=" + PIER.domainId + "&number=%2B99955790001")
                .json();
        assertThat(path.path("sentence").asString()).isEqualTo("It rings nothing: 2420 is on no device.");
        assertThat(path.at("/first/kind").asString()).isEqualTo("NUMBER");
        assertThat(path.at("/first/ways/0/now").asBoolean()).isTrue();
        assertThat(path.at("/first/ways/1/to/name").asString()).isEqualTo("announcement “Come tomorrow”");
        // A minute of the week that is over, wherever in it this test runs.
        Map<String, String> closed = new HashMap<>(open);
        String day = List.of("Mo", "Tu", "We", "Th", "Fr", "Sa", "Su")
                .get((java.time.LocalDate.now(java.time.ZoneOffset.UTC)
                                        .getDayOfWeek()
                                        .getValue()
                                + 2)
                        % 7);
        closed.put("hours", day + " 8:00-8:01");
        assertThat(add("+999 5579 0002", closed).status()).isEqualTo(201);
        assertThat(CLIENT.get("/api/calls/path?domainId=" + PIER.domainId + "&number=%2B99955790002")
                        .json()
                        .path("sentence")
                        .asString())
                .isEqualTo("It is answered by the announcement “Come tomorrow”.");
        Answer begun = CLIENT.post("/api/calls/trials", Map.of("domainId", PIER.domainId, "number", "+999 5579 0002"));
        String at = "/api/calls/trials/" + begun.json().path("id").asLong();
        RunningServer.untilLong(
                "over", () -> !CLIENT.get(at).json().path("words").asString().isEmpty());
        assertThat(CLIENT.get(at).json().path("answered").asBoolean())
                .as("the registrar goes by it")
                .isTrue();
        String table = CLIENT.get("/api/export/numbers.csv?domainId=" + PIER.domainId)
                .response()
                .body();
        assertThat(table).contains("Mo-Su 0:00-24:00").contains("Come tomorrow");
    }

    @Test
    void manyAreChangedAlikeAndTakenBack() {
        add("+999 5578 0001", Map.of("note", "batch of spring"));
        add("+999 5578 0002", Map.of("note", "batch of spring", "extension", "2420"));
        Map<String, Object> wish = Map.of(
                "domainId", PIER.domainId, "q", "batch of spring", "extension", "Ferry store", "prefix", "SPRING");
        Answer told = CLIENT.post("/api/outside-numbers/many/impact", wish);
        assertThat(told.json().path("total").asInt()).as(told.toString()).isEqualTo(2);
        assertThat(row("55780001").path("extension").asString()).isEmpty();
        Answer done = CLIENT.post("/api/outside-numbers/many", wish);
        assertThat(done.status()).as(done.toString()).isEqualTo(200);
        assertThat(row("55780001").path("extension").asString()).isEqualTo("2421");
        assertThat(row("55780002").path("prefix").asString()).isEqualTo("SPRING");
        assertThat(row("55780002").path("note").asString())
                .as("what was left out")
                .isEqualTo("batch of spring");
        CLIENT.post("/api/acts/" + done.json().path("actId").asLong() + "/undo", Map.of());
        assertThat(row("55780002").path("extension").asString()).isEqualTo("2420");
        assertThat(row("55780001").path("prefix").asString()).isEmpty();
    }

    @Test
    void manyOfWhichOneCantBeChangedAreLeftAlone() {
        Answer refused = CLIENT.post(
                "/api/outside-numbers/many", Map.of("domainId", PIER.domainId, "q", "5577900", "extension", "2420"));
        assertThat(refused.problemAt("/announcement")).startsWith("It rings 2420");
        assertThat(row("55779003").path("extension").asString()).isEmpty();
        assertThat(CLIENT.post(
                                "/api/outside-numbers/many",
                                Map.of("domainId", PIER.domainId, "q", "no such number", "extension", "2420"))
                        .problemAt("/q"))
                .startsWith("No number fits.");
        assertThat(CLIENT.post("/api/outside-numbers/many", Map.of("domainId", PIER.domainId, "extension", "2420"))
                        .problemAt("/q"))
                .startsWith("It is not said which.");
    }
}
