package jordfell.server.remedy;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What findings offer, done by whoever may and watched until it passed. */
class RemedyApiTest {

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();

    private JsonNode finding(long device, String cause) {
        for (JsonNode finding : technician.get("/api/devices/" + device).json().path("findings")) {
            if (finding.path("cause").asString().equals(cause)) {
                return finding;
            }
        }
        return technician.get("/api/none").json().path("nothing");
    }

    private boolean has(long device, String cause) {
        return !finding(device, cause).isMissingNode();
    }

    private Answer perform(Client who, long device, String cause, String action, String target) {
        return who.post(
                "/api/devices/" + device + "/remedies",
                new HashMap<>(Map.of("cause", cause, "line", 0, "action", action, "target", target)));
    }

    private JsonNode newest(long device) {
        return technician
                .get("/api/devices/" + device + "/remedies")
                .json()
                .path("watches")
                .path(0);
    }

    private int ask(String mac, String agent) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + "/p/" + pier.token() + "/" + mac + ".kor"))
                                .header("User-Agent", agent)
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .statusCode();
    }

    @Test
    void aMistypedMacIsCorrectedAndWatched() throws Exception {
        long device = pier.enrolled("02-4B-7A-0C-02-41", "Remedied window 1", "2468", "");
        technician.post("/api/devices/" + device + "/release", Map.of());
        RunningServer.until("it never called in", () -> has(device, "never-called-in") || !has(device, "not-released"));
        ask("024b7a0c0242", "Korrin K24/2.4.1");
        RunningServer.until("who asks in its place is told", () -> has(device, "mac-mistyped"));
        JsonNode offered = finding(device, "mac-mistyped").path("remedies").path(0);
        assertThat(offered.path("will").asString()).startsWith("Its record gets the MAC 02-4B-7A-0C-02-42");

        assertThat(perform(server.viewer(), device, "mac-mistyped", "CORRECT_MAC", "")
                        .status())
                .as("who only looks does nothing")
                .isEqualTo(403);
        assertThat(perform(technician, device, "mac-mistyped", "CORRECT_MAC", "02-4B-7A-0C-02-43")
                        .status())
                .as("with another MAC than is offered")
                .isEqualTo(412);
        assertThat(perform(technician, device, "wrong-password", "RESEND", "").status())
                .as("of a finding that it has not")
                .isEqualTo(412);
        assertThat(perform(technician, device, "mac-mistyped", "BIND_LINE", "").status())
                .as("what opens a form")
                .isEqualTo(422);
        assertThat(perform(technician, device, "mac-mistyped", "CORRECT_MAC", "02-4B-7A-0C-02-42")
                        .status())
                .isEqualTo(200);
        assertThat(technician.get("/api/devices/" + device).json().path("mac").asString())
                .isEqualTo("02-4B-7A-0C-02-42");
        assertThat(newest(device).path("label").asString()).isEqualTo("Give it the MAC 02-4B-7A-0C-02-42");
        assertThat(newest(device).path("who").asString()).startsWith("Mats ");
        RunningServer.until(
                "that is over, and it is not there yet",
                () -> newest(device).path("words").asString().startsWith("That is over"));
    }

    @Test
    void aModelOnRecordFollowsWhatThePhoneSays() throws Exception {
        long device = pier.enrolled("02-4B-7A-0C-02-44", "Remedied window 2", "2469", "");
        technician.post("/api/devices/" + device + "/release", Map.of());
        ask("024b7a0c0244", "Korrin K12/2.4.1");
        RunningServer.until("it says what it is", () -> has(device, "wrong-model"));
        assertThat(finding(device, "wrong-model").path("sentence").asString())
                .isEqualTo("It says that it is a Korrin K12; it is on record as a Korrin K24.");
        RunningServer.until(
                "Triage has it",
                () -> technician
                        .get("/api/triage")
                        .json()
                        .valueStream()
                        .anyMatch(c -> c.path("cause").asString().equals("wrong-model")));
        assertThat(technician
                        .post(
                                "/api/triage/remedies",
                                Map.of(
                                        "cause", "wrong-model",
                                        "variant", "Korrin K12 on record as Korrin K24",
                                        "action", "CHANGE_MODEL"))
                        .json()
                        .path("devices")
                        .asInt())
                .isEqualTo(1);
        assertThat(technician.get("/api/devices/" + device).json().path("model").asString())
                .isEqualTo("Korrin K12");
        RunningServer.until("it is told no more", () -> !has(device, "wrong-model"));
        assertThat(technician
                        .post("/api/triage/remedies", Map.of("cause", "wrong-model", "action", "CHANGE_MODEL"))
                        .status())
                .as("nobody has it any more")
                .isEqualTo(412);
    }

    /** All that a group was given by one release, and nothing of what others were given. */
    @Test
    void aReleaseIsTakenBackFromThoseOfACauseThatItCameTo() {
        long one = pier.enrolled("02-4B-7A-0C-02-83", "Taken back 1", "2534", "");
        long other = pier.enrolled("02-4B-7A-0C-02-84", "Taken back 2", "2535", "");
        long first = releasedTo(one, other);
        String before = revision(one);
        for (long device : List.of(one, other)) {
            technician.put("/api/settings/DEVICE/" + device + "/calls.voicemail", Map.of("value", "*76"));
        }
        long second = releasedTo(one, other);
        assertThat(revision(one)).isNotEqualTo(before);
        for (long device : List.of(one, other)) {
            technician.put("/api/devices/" + device + "/lines", Map.of("numbers", List.of("")));
        }
        // What is listed follows what is found a moment later.
        RunningServer.until(
                "both are listed without an extension",
                () -> technician
                                .get("/api/devices?q=Taken%20back")
                                .json()
                                .path("rows")
                                .toString()
                                .split("line-unbound", -1)
                                .length
                        > 2);
        Map<String, Object> wish = Map.of("cause", "line-unbound", "release", second);
        assertThat(server.viewer().post("/api/triage/take-back", wish).status()).isEqualTo(403);
        assertThat(technician
                        .post("/api/triage/take-back", Map.of("cause", "line-unbound", "release", first))
                        .status())
                .as("nobody has what that gave any more")
                .isEqualTo(412);
        Answer answer = technician.post("/api/triage/take-back", wish);
        assertThat(answer.json().path("devices").asInt()).as(answer.toString()).isEqualTo(2);
        assertThat(revision(one)).isEqualTo(before);
        assertThat(newest(one).path("label").asString()).isEqualTo("Take release " + second + " back");
        assertThat(technician.post("/api/triage/take-back", wish).status())
                .as("it was taken back")
                .isEqualTo(412);
    }

    private String revision(long device) {
        return pier.sheet(device).path("releasedRevision").asString();
    }

    private long releasedTo(long one, long other) {
        Answer made = technician.post("/api/releases", Map.of("deviceIds", List.of(one, other), "reason", "for two"));
        assertThat(made.status()).as(made.toString()).isEqualTo(201);
        return made.json().path("id").asLong();
    }
}
