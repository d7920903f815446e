package jordfell.server.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Calls that ring at one phone and are taken at another; what rings together, and what comes of another number. */
class PickUpApiTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private long extension(String number) {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", number, "displayName", number));
        return pier.extensionId(number);
    }

    private Answer changed(long id, Map<String, Object> more) {
        JsonNode now = client.get("/api/extensions/" + id).json();
        Map<String, Object> wish = new HashMap<>();
        wish.put("number", now.path("number").asString());
        wish.put("displayName", now.path("displayName").asString());
        wish.put("authUser", now.path("authUser").asString());
        wish.put("contactLimit", now.path("contactLimit").asInt());
        wish.put("outside", false);
        wish.put("permissionClass", now.path("permissionClass").asString());
        wish.put("version", now.path("version").asLong());
        wish.putAll(more);
        return client.put("/api/extensions/" + id, wish);
    }

    private Map<String, Object> diverting(String number, Map<String, Object> more) {
        Map<String, Object> wish = new HashMap<>(more);
        wish.put("afterSeconds", 20);
        wish.put(
                "version",
                client.get("/api/extensions/" + pier.extensionId(number))
                        .json()
                        .path("version")
                        .asLong());
        return wish;
    }

    private JsonNode whatIf(String from, String dialled) {
        return client.get("/api/calls/what-if?domainId=" + pier.domainId + "&from=" + from + "&dialled=" + dialled)
                .json();
    }

    private void pickUpList() {
        Answer list = client.post(
                "/api/dial-lists",
                Map.of(
                        "domainId",
                        pier.domainId,
                        "name",
                        "Taking calls",
                        "rows",
                        List.of(
                                Map.of("pattern", "*7", "goes", "SERVICE", "text", "pick-up", "dropped", 0),
                                Map.of("pattern", "*7xxxx", "goes", "SERVICE", "text", "pick-up", "dropped", 0))));
        assertThat(list.status()).as(list.toString()).isEqualTo(201);
        Answer permission = client.post(
                "/api/permissions",
                Map.of(
                        "domainId",
                        pier.domainId,
                        "name",
                        "takes calls",
                        "lists",
                        List.of(list.json().path("id").asLong())));
        assertThat(permission.status()).as(permission.toString()).isEqualTo(201);
    }

    @Test
    void whoIsInAPickUpGroupTakesTheCallsOfTheOthers() {
        long one = extension("2201");
        long two = extension("2202");
        extension("2203");
        pickUpList();
        assertThat(changed(one, Map.of("pickUpGroup", "Quay", "permissionClass", "takes calls"))
                        .status())
                .isEqualTo(200);
        assertThat(whatIf("2201", "*7").path("sentence").asString())
                .contains("It takes no call: it is in no pick-up group with others.");
        assertThat(whatIf("2201", "*7").path("passes").asBoolean()).isFalse();
        changed(two, Map.of("pickUpGroup", "Quay"));
        assertThat(whatIf("2201", "*7").path("sentence").asString()).contains("It takes a call that rings at 2202.");
        assertThat(whatIf("2201", "*72203").path("sentence").asString())
                .contains("It takes no call: 2203 is not in its pick-up group.");
        String table = client.get("/api/export/extensions.csv?domainId=" + pier.domainId)
                .response()
                .body();
        assertThat(table).contains("Pick-up group").containsPattern("2202.*Quay");
        client.putFile(
                "/api/import/extensions/take?domainId=" + pier.domainId,
                "Number;Pick-up group\n2203;Quay\n".getBytes(StandardCharsets.UTF_8));
        assertThat(whatIf("2201", "*72203").path("sentence").asString())
                .contains("It takes a call that rings at 2203.");
    }

    @Test
    void nobodyIsSentOnToACallThatRings() {
        extension("2204");
        Answer refused = client.put(
                "/api/calls/diversions?domainId=" + pier.domainId + "&number=2204",
                diverting("2204", Map.of("always", "*7")));
        assertThat(refused.problemAt("/always")).startsWith("Nobody has *7");
    }

    @Test
    void whatRingsTogetherIsKeptToldAndInTheTable() {
        extension("2205");
        extension("2206");
        Map<String, Object> wish = diverting("2205", Map.of("also", "2206"));
        String at = "?domainId=" + pier.domainId + "&number=2205";
        Answer told = client.post("/api/calls/diversions/impact" + at, wish);
        assertThat(told.json().path("total").asInt()).as(told.toString()).isEqualTo(1);
        assertThat(client.put("/api/calls/diversions" + at, wish).status()).isEqualTo(200);
        assertThat(client.get("/api/calls/diversions" + at).json().path("also").asString())
                .isEqualTo("2206");
        JsonNode path = client.get("/api/calls/path" + at).json();
        assertThat(path.at("/first/ways/0/when").asString()).isEqualTo("TOGETHER");
        assertThat(client.get("/api/export/diversions.csv?domainId=" + pier.domainId)
                        .response()
                        .body())
                .containsPattern("2205[,;]+.*2206");
    }

    @Test
    void numberThatRingsNothingByWhatIsOnRecordIsACause() {
        extension("2220");
        long gone = extension("2230");
        client.put(
                "/api/calls/diversions?domainId=" + pier.domainId + "&number=2220",
                diverting("2220", Map.of("always", "2230")));
        client.delete("/api/extensions/" + gone);
        RunningServer.untilLong("it is told", () -> cause().path("count").asInt() > 0);
        assertThat(cause().path("title").asString()).isEqualTo("Calls are sent to a number that nobody has");
        assertThat(cause().toString()).contains("2220");
        assertThat(client.get("/api/triage/numbers").toString())
                .as("what is only on no device is none's fault")
                .doesNotContain("NO_DEVICE");
    }

    private JsonNode cause() {
        for (JsonNode cause : client.get("/api/triage/numbers").json()) {
            if (cause.path("end").asString().equals("NOBODY_HAS_IT")
                    && cause.toString().contains("2220")) {
                return cause;
            }
        }
        return client.get("/api/session").json().path("none");
    }

    @Test
    void whatComesOfAnotherNumberAndOfNoneIsToldBefore() {
        long id = extension("2207");
        extension("2208");
        client.post(
                "/api/outside-numbers",
                Map.of("domainId", pier.domainId, "e164", "+999 55 88 2207", "extension", "2207"));
        client.put(
                "/api/calls/diversions?domainId=" + pier.domainId + "&number=2208",
                diverting("2208", Map.of("always", "2207")));
        JsonNode renumbered =
                client.get("/api/extensions/" + id + "/impact?number=2209").json();
        assertThat(renumbered.path("shown").toString())
                .contains("\"number\":\"2208\"")
                .contains("nobody has 2207");
        JsonNode gone = client.get("/api/extensions/" + id + "/impact").json();
        assertThat(gone.path("shown").toString())
                .contains("+999 55 88 22 07")
                .contains("the number is given to nobody");
        assertThat(client.get("/api/extensions/" + id).json().path("number").asString())
                .as("nothing was kept")
                .isEqualTo("2207");
    }
}
