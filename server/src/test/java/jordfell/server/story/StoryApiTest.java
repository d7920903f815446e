package jordfell.server.story;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What happened to a device, its twin, and notes that are handed over. */
class StoryApiTest {

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();

    @Test
    void whatWasDoneToItStandsOnItsAxis() {
        long device = pier.enrolled("02-4B-7A-0C-02-76", "Story window", "2487", "");
        pier.release(device);
        JsonNode story =
                server.viewer().get("/api/devices/" + device + "/story?hours=1").json();
        assertThat(story.path("changes").toString()).contains("released to 1 device");
        assertThat(story.path("lines").path(0).path("number").asString()).isEqualTo("2487");
        assertThat(technician.get("/api/devices/" + device + "/story?hours=0").problemAt("/hours"))
                .startsWith("0 hours can’t be.");
        assertThat(technician.get("/api/devices/" + device + "/story?hours=337").status())
                .isEqualTo(422);
        assertThat(technician.get("/api/devices/999999/story").status()).isEqualTo(404);
    }

    @Test
    void whereNoOtherOfItsModelWorksThereIsNoTwin() {
        long device = pier.enrolled("02-4B-7A-0C-02-77", "Twin window", "2488", "");
        JsonNode twin = technician.get("/api/devices/" + device + "/twin").json();
        if (twin.path("id").asLong() != 0) {
            assertThat(twin.path("id").asLong()).isNotEqualTo(device);
            assertThat(twin.path("same").path(0).asString()).isNotEmpty();
        } else {
            assertThat(twin.path("differences")).isEmpty();
        }
        assertThat(technician.get("/api/devices/999999/twin").status()).isEqualTo(404);
    }

    @Test
    void aNoteIsHandedOverAndDone() {
        long device = pier.enrolled("02-4B-7A-0C-02-78", "Noted window", "2489", "");
        Client lead = server.lead();
        String to = lead.get("/api/devices/" + device + "/notes")
                .json()
                .path("people")
                .path(1)
                .asString();
        lead.post("/api/devices/" + device + "/notes", Map.of("text", "Try another port", "handedTo", to));
        Client theirs = to.equals("Lena Ravn") ? lead : technician;
        JsonNode mine = theirs.get("/api/notes/mine").json();
        assertThat(mine.toString()).contains("Try another port");
        long note = mine.path(mine.size() - 1).path("id").asLong();
        theirs.post("/api/notes/" + note + "/done", Map.of("done", true));
        JsonNode done = theirs.get("/api/devices/" + device + "/notes")
                .json()
                .path("notes")
                .path(0);
        assertThat(done.path("doneBy").asString()).isEqualTo(to);
        theirs.post("/api/notes/" + note + "/done", Map.of("done", false));
        assertThat(theirs.get("/api/notes/mine").json().toString()).contains("Try another port");
        theirs.post("/api/notes/" + note + "/done", Map.of("done", true));
    }

    @Test
    void aNoteThatSaysNothingOrGoesToNobodyIsRefused() {
        long device = pier.enrolled("02-4B-7A-0C-02-79", "Silent window", "2491", "");
        String at = "/api/devices/" + device + "/notes";
        assertThat(technician.post(at, Map.of("text", " ")).problemAt("/text")).startsWith("It says nothing.");
        assertThat(technician.post(at, Map.of("text", "x".repeat(2_001))).problemAt("/text"))
                .startsWith("It has 2001 characters.");
        assertThat(technician
                        .post(at, Map.of("text", "x", "handedTo", "Nobody Atall"))
                        .problemAt("/handedTo"))
                .startsWith("Nobody here is called Nobody Atall.");
        assertThat(server.viewer().post(at, Map.of("text", "x")).status()).isEqualTo(403);
    }
}
