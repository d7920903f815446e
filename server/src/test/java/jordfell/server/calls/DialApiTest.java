package jordfell.server.calls;

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

/** Dial lists and permissions are written, hold each other, are taken back; and what comes of it when somebody dials. */
class DialApiTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    @BeforeAll
    static void somebodyMayDialSome() {
        DialApiTest made = new DialApiTest();
        long abroad = made.listOf("What if abroad", List.of(row("00x.", "REFUSED", "text", "ask a lead")));
        long out = made.listOf("What if out", List.of(list(abroad), row("0x.", "OUTSIDE", "dropped", 1)));
        made.permission("What if", out);
        made.extension("02-4B-7A-61-00-02", "2142", "What if");
    }

    private static Map<String, Object> row(String pattern, String goes, Object... more) {
        Map<String, Object> row = new HashMap<>(Map.of("pattern", pattern, "goes", goes));
        for (int i = 0; i < more.length; i += 2) {
            row.put((String) more[i], more[i + 1]);
        }
        return row;
    }

    private static Map<String, Object> list(long id) {
        return Map.of("goes", "LIST", "listId", id);
    }

    private Answer tryList(String name, List<Map<String, Object>> rows) {
        return client.post("/api/dial-lists", Map.of("domainId", pier.domainId, "name", name, "rows", rows));
    }

    private long listOf(String name, List<Map<String, Object>> rows) {
        return made(tryList(name, rows));
    }

    private long permission(String name, Long... lists) {
        return made(client.post(
                "/api/permissions", Map.of("domainId", pier.domainId, "name", name, "lists", List.of(lists))));
    }

    private static long made(Answer answer) {
        assertThat(answer.status()).as(answer.toString()).isEqualTo(201);
        return answer.json().path("id").asLong();
    }

    private JsonNode found(String path, long id) {
        for (JsonNode one : client.get(path + "?domainId=" + pier.domainId).json()) {
            if (one.path("id").asLong() == id) {
                return one;
            }
        }
        throw new AssertionError("there is no " + id + " at " + path);
    }

    private long act(String what) {
        for (JsonNode act : client.get("/api/acts").json()) {
            if (act.path("title").asString().equals(what)) {
                return act.path("id").asLong();
            }
        }
        throw new AssertionError("nobody " + what);
    }

    /** An extension on a phone, with this permission. */
    private void extension(String mac, String number, String permission) {
        pier.enrolled(mac, "Dials " + number, number, "");
        long id = pier.extensionId(number);
        JsonNode now = client.get("/api/extensions/" + id).json();
        Map<String, Object> wish = new HashMap<>();
        for (String field : List.of("number", "displayName", "authUser", "permissionClass", "outgoing")) {
            wish.put(field, now.path(field).asString());
        }
        wish.put("contactLimit", now.path("contactLimit").asInt());
        wish.put("outside", now.path("outside").asBoolean());
        wish.put("version", now.path("version").asLong());
        wish.put("permissionClass", permission);
        assertThat(client.put("/api/extensions/" + id, wish).status()).isLessThan(300);
    }

    private JsonNode whatIf(String from, String dialled) {
        return client.get("/api/calls/what-if?domainId=" + pier.domainId + "&from=" + from + "&dialled="
                        + dialled.replace("*", "%2A").replace("#", "%23").replace(" ", "%20"))
                .json();
    }

    @Test
    void aListIsKeptAsItIsWritten() {
        long inner = listOf("Kept inner", List.of(row("0x.", "OUTSIDE", "dropped", 1)));
        long id = listOf(
                "Kept outer",
                List.of(
                        row("00x.", "REFUSED", "text", "ask a lead", "note", "since spring"),
                        row("*99", "SERVICE", "text", "voicemail"),
                        list(inner)));
        JsonNode rows = found("/api/dial-lists", id).path("rows");
        assertThat(rows).hasSize(3);
        assertThat(rows.get(0).path("text").asString()).isEqualTo("ask a lead");
        assertThat(rows.get(0).path("note").asString()).isEqualTo("since spring");
        assertThat(rows.get(1).path("goes").asString()).isEqualTo("SERVICE");
        assertThat(rows.get(2).path("listName").asString()).isEqualTo("Kept inner");
        assertThat(found("/api/dial-lists", inner).path("within").get(0).asString())
                .isEqualTo("list Kept outer");
    }

    @Test
    void whatIsWrongIsToldAtItsRow() {
        Answer refused = tryList("Wrong rows", List.of(row("0x.T", "OUTSIDE"), row("2xxx", "REFUSED"), list(987_654)));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.problemAt("/rows/0/pattern")).startsWith("T waits");
        assertThat(refused.problemAt("/rows/1/text")).startsWith("It is not said why");
        assertThat(refused.problemAt("/rows/2/listId")).startsWith("There is no such list");
        assertThat(client.post("/api/dial-lists", Map.of("domainId", 987_654, "name", "x"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void aListThatIsNeededStaysAndOneThatIsNotGoesAndComesBack() {
        long inner = listOf("Needed", List.of(row("0x.", "OUTSIDE")));
        long outer = listOf("Needs it", List.of(list(inner)));
        assertThat(client.delete("/api/dial-lists/" + inner).problemAt("/"))
                .startsWith("Needed stands in list Needs it.");
        assertThat(client.delete("/api/dial-lists/" + outer).status()).isEqualTo(204);
        long act = act("removed dial list Needs it");
        assertThat(client.post("/api/acts/" + act + "/undo", Map.of()).status()).isLessThan(300);
        assertThat(found("/api/dial-lists", outer)
                        .path("rows")
                        .get(0)
                        .path("listId")
                        .asLong())
                .isEqualTo(inner);
    }

    @Test
    void aListThatSomebodyElseChangedIsNotWrittenOver() {
        long id = listOf("Raced", List.of(row("0x.", "OUTSIDE")));
        Map<String, Object> mine =
                Map.of("domainId", pier.domainId, "name", "Raced", "rows", List.of(row("1x", "INSIDE")), "version", 1);
        assertThat(client.put("/api/dial-lists/" + id, mine).status()).isLessThan(300);
        assertThat(client.put("/api/dial-lists/" + id, mine).status()).isEqualTo(412);
        assertThat(found("/api/dial-lists", id)
                        .path("rows")
                        .get(0)
                        .path("pattern")
                        .asString())
                .isEqualTo("1x");
    }

    @Test
    void aPermissionIsFollowedToAnotherNameAndNotTakenFromWhoHasIt() {
        long id = permission("Night watch");
        extension("02-4B-7A-61-00-01", "2141", "Night watch");
        assertThat(found("/api/permissions", id).path("extensions").asInt()).isEqualTo(1);
        assertThat(client.delete("/api/permissions/" + id).problemAt("/"))
                .startsWith("Night watch is the permission of 1 extension and 0 kits.");
        assertThat(client.put(
                                "/api/permissions/" + id,
                                Map.of("domainId", pier.domainId, "name", "Watch", "lists", List.of(), "version", 1))
                        .status())
                .isLessThan(300);
        assertThat(client.get("/api/extensions/" + pier.extensionId("2141"))
                        .json()
                        .path("permissionClass")
                        .asString())
                .isEqualTo("Watch");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2142        | INSIDE        | It calls 2142,
            21 42       | INSIDE        | It calls 2142,
            0 555 123   | OUTSIDE       | It goes out as 555123.
            00999       | REFUSED       | Refused by What if abroad: ask a lead.
            2189        | NOBODY_HAS_IT | It goes nowhere: nobody has 2189.
            112         | OUTSIDE       | It goes out as 112.
            *8378       | SERVICE       | It calls the test call.
            *86         | SERVICE       | It calls the voicemail.
            4001        | NO_LIST       | Refused: neither a list of permission What if nor the domain has 4001.
            *99         | PHONE_REFUSES | The phone refuses it: nothing in its digit map begins with *9.
            ''          | PHONE_WAITS   | Nothing is dialled yet.
            """)
    void oneSentenceSaysWhatComesOfIt(String dialled, String verdict, String sentence) {
        JsonNode what = whatIf("2142", dialled);
        assertThat(what.path("sentence").asString()).startsWith(sentence);
        assertThat(what.path("verdict").asString()).isEqualTo(verdict);
        assertThat(what.path("phone").asString()).isEqualTo("Dials 2142");
    }

    @Test
    void aPhoneOfTheLabFindsWhatWasForetold() {
        long abroad = listOf("Tried abroad", List.of(row("00x.", "REFUSED", "text", "ask a lead")));
        permission("Tried", abroad, listOf("Tried out", List.of(row("0x.", "OUTSIDE", "dropped", 1))));
        extension("02-4B-7A-61-00-05", "2145", "Tried");
        long called = pier.enrolled("02-4B-7A-61-00-06", "Called", "2146", "");
        for (String mac : List.of("02-4B-7A-61-00-05", "02-4B-7A-61-00-06")) {
            pier.unbox(mac);
        }
        long dials = whatIf("2145", "2146").path("deviceId").asLong();
        assertThat(client.put(
                                "/api/settings/DEVICE/" + dials + "/calls.dial-timer",
                                Map.of("value", "1", "locked", false))
                        .status())
                .isLessThan(300);
        pier.release(dials);
        pier.release(called);
        pier.untilRail(dials, "ppppppp");
        pier.untilRail(called, "ppppppp");
        for (String keys : List.of("2146", "0555123", "00999", "2189", "4001", "112", "*8378", "31", "24")) {
            JsonNode tried = client.post(
                            "/api/calls/what-if", Map.of("domainId", pier.domainId, "from", "2145", "dialled", keys))
                    .json();
            JsonNode foretold = whatIf("2145", keys);
            assertThat(tried.path("worked").asBoolean())
                    .as("%s: %s, and then %s", keys, foretold.path("sentence"), tried.path("detail"))
                    .isEqualTo(foretold.path("passes").asBoolean());
            assertThat(tried.path("asForetold").asBoolean()).isTrue();
        }
        assertThat(client.post(
                                "/api/calls/what-if",
                                Map.of("domainId", pier.domainId, "from", "2145", "dialled", "00999"))
                        .json()
                        .path("detail")
                        .asString())
                .isEqualTo("403 Forbidden: ask a lead");
    }

    @Test
    void whatCanNotBeDialledIsRefused() {
        assertThat(client.get("/api/calls/what-if?domainId=" + pier.domainId + "&from=9876&dialled=1")
                        .problemAt("/from"))
                .startsWith("There is no extension 9876");
        pier.enrolled("02-4B-7A-61-00-03", "Dials 2143", "2143", "");
        assertThat(client.get("/api/calls/what-if?domainId=" + pier.domainId + "&from=2143&dialled=abc")
                        .problemAt("/dialled"))
                .contains("can’t be dialled on a phone’s keys");
    }

    @Test
    void anExtensionOnNoDeviceIsAskedForAtTheRegistrarAlone() {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2144", "displayName", "Nowhere"));
        JsonNode what = whatIf("2144", "112");
        assertThat(what.path("phone").asString()).isEmpty();
        assertThat(what.path("steps")).isEmpty();
        assertThat(what.path("phoneNote").asString()).startsWith("No device has this extension yet");
        assertThat(what.path("sentence").asString()).isEqualTo("It goes out as 112.");
    }

    @Test
    void aPhoneWhoseDigitMapIsNotKnownIsNotSaidToDialByOne() {
        long id = pier.enrolled("02-4B-7A-61-00-07", "Dials 2147", "2147", "");
        assertThat(whatIf("2147", "51").path("verdict").asString()).isEqualTo("PHONE_REFUSES");
        assertThat(whatIf("2147", "51").path("phoneNote").asString())
                .startsWith("It has changes that are not on it yet");
        client.put("/api/devices/" + id + "/by-hand", Map.of("on", true));
        JsonNode what = whatIf("2147", "51");
        assertThat(what.path("phoneNote").asString()).startsWith("It is set by hand");
        assertThat(what.path("digitMap").asString()).isEmpty();
        assertThat(what.path("verdict").asString()).isEqualTo("NO_LIST");
        assertThat(whatIf("2147", "").path("sentence").asString()).isEqualTo("Nothing is dialled yet.");
    }

    @Test
    void aViewerAsksAndChangesNothing() {
        Client viewer = RunningServer.shared().viewer();
        assertThat(viewer.get("/api/dial-lists?domainId=" + pier.domainId).status())
                .isEqualTo(200);
        List<Integer> refused = new ArrayList<>();
        refused.add(viewer.post("/api/dial-lists", Map.of("domainId", pier.domainId, "name", "Viewed"))
                .status());
        refused.add(viewer.post("/api/permissions", Map.of("domainId", pier.domainId, "name", "Viewed"))
                .status());
        assertThat(refused).containsOnly(403);
    }
}
