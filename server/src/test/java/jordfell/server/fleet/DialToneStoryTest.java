package jordfell.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** From enrolment to dial tone and back, through every layer, over HTTP. */
class DialToneStoryTest {

    private final Pier pier = new Pier(RunningServer.shared());

    @Test
    void enrolledAndReleasedPhoneIsAcceptedWithinFiveSeconds() {
        String mac = "02-4B-7A-01-00-01";
        pier.unbox(mac);
        RunningServer.until(
                "a knock", () -> pier.client().get("/api/knocks").toString().contains(mac));
        long id = pier.enrolled(mac, "Window A", "2430", "");
        assertThat(pier.client().get("/api/knocks").toString()).doesNotContain(mac);
        long start = System.nanoTime();
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        assertThat((System.nanoTime() - start) / 1e9).isLessThan(5);
        assertThat(pier.sheet(id).path("lines").get(0).path("state").asString()).isEqualTo("registered");
        pier.client().post("/api/devices/" + id + "/test-call", Map.of());
        RunningServer.until(
                "test calls seen", () -> pier.sheet(id).path("seen").toString().contains("Test call in to 2430"));
        assertThat(pier.sheet(id).path("seen").toString()).contains("200 OK");
    }

    @Test
    void bothContactsOfASharedExtensionAreShownOnEachDevice() {
        long one = pier.enrolled("02-4B-7A-01-00-21", "Window S1", "2234", "");
        long two = pier.enrolled("02-4B-7A-01-00-22", "Window S2", "shared 2234", "");
        for (long id : List.of(one, two)) {
            pier.unbox(pier.sheet(id).path("mac").asString());
            pier.release(id);
        }
        pier.untilRail(one, "ppppppp");
        pier.untilRail(two, "ppppppp");
        var contacts = pier.client().get("/api/devices/" + one + "/contacts").json();
        assertThat(contacts).hasSize(2);
        assertThat(contacts).filteredOn(c -> c.path("own").asBoolean()).hasSize(1);
        assertThat(contacts)
                .filteredOn(c -> !c.path("own").asBoolean())
                .singleElement()
                .satisfies(c -> {
                    assertThat(c.path("label").asString()).isEqualTo("Window S2");
                    assertThat(c.path("deviceId").asLong()).isEqualTo(two);
                    assertThat(c.path("number").asString()).isEqualTo("2234");
                });
    }

    @Test
    void crossedLinesAreToldByNumberAndMendedByResending() {
        String mac = "02-4B-7A-01-00-02";
        long id = pier.enrolled(mac, "Window B", "2431", "2432");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        assertThat(pier.client()
                        .post("/api/lab/phones/" + mac + "/cross", Map.of())
                        .status())
                .isEqualTo(200);
        RunningServer.until("the finding", () -> pier.sentence(id).equals("It used extension 2432’s password."));
        var sheet = pier.sheet(id);
        assertThat(sheet.path("findings")).hasSize(1);
        assertThat(sheet.path("findings").get(0).path("detail").asString()).contains("Lines 1 and 2 are crossed");
        assertThat(sheet.path("match").get(0).path("rows").toString()).contains("2432’s");
        RunningServer.until(
                "triage", () -> pier.client().get("/api/triage").toString().contains("Window B"));
        assertThat(pier.client()
                        .post("/api/devices/" + id + "/resend", Map.of())
                        .status())
                .isEqualTo(200);
        RunningServer.untilLong("accepted again", () -> pier.rail(id).startsWith("ppppppp"));
        assertThat(pier.sheet(id).path("findings")).isEmpty();
    }

    @Test
    void damagedPasswordsAreToldForWhatTheyAre() {
        String mac = "02-4B-7A-01-00-03";
        long id = pier.enrolled(mac, "Window C", "2433", "");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        for (var fault : List.of(
                List.of("BLANK_AFTER", "It used the right password with a blank after it."),
                List.of("CUT", "It used the first 11 characters of the right password."),
                List.of("CAPITALS", "It used the right password in upper case only."),
                List.of("EMPTY", "It used an empty password."),
                List.of("ANOTHER", "It used a password that voice.tarnholm.example does not know."))) {
            // Each is typed over the sent password, so that is sent anew first.
            pier.client().post("/api/devices/" + id + "/resend", Map.of());
            pier.client().post("/api/lab/phones/" + mac + "/restart", Map.of());
            RunningServer.untilLong(
                    "accepted before " + fault, () -> pier.rail(id).startsWith("ppppppp"));
            RunningServer.untilLong(fault.toString(), () -> {
                // The file that is sent anew may come after that, and takes what was typed with it.
                if (!isTyped(mac)) {
                    Map<String, Object> typed = Map.of("way", fault.get(0), "line", 1, "keep", 11);
                    pier.client().post("/api/lab/phones/" + mac + "/mistype", typed);
                }
                return pier.sentence(id).equals(fault.get(1));
            });
        }
    }

    private boolean isTyped(String mac) {
        for (JsonNode phone : pier.client().get("/api/lab").json().path("phones")) {
            if (phone.path("mac").asString().equals(mac)) {
                return phone.path("typedByHand").asBoolean();
            }
        }
        throw new AssertionError("no phone " + mac);
    }

    @Test
    void rotatedPasswordIsAnEarlierOneUntilItIsReleased() {
        String mac = "02-4B-7A-01-00-04";
        long id = pier.enrolled(mac, "Window D", "2434", "");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        pier.client().post("/api/extensions/" + pier.extensionId("2434") + "/password", Map.of());
        RunningServer.until("pending", () -> pier.sheet(id).path("pending").asBoolean());
        pier.client().post("/api/lab/phones/" + mac + "/restart", Map.of());
        RunningServer.until("told", () -> pier.sentence(id).equals("It used the password that 2434 had before."));
        JsonNode told = pier.sheet(id);
        assertThat(told.at("/findings/0/remedies/0/action").asString())
                .as(told.toPrettyString())
                .isEqualTo("RELEASE");
        pier.release(id);
        RunningServer.untilLong("accepted with the new one", () -> pier.rail(id).startsWith("ppppppp"));
    }

    @Test
    void unpluggedPhoneNeverCallsInAndComesUpOncePluggedIn() {
        String mac = "02-4B-7A-01-00-05";
        pier.unbox(mac);
        pier.client().put("/api/lab/phones/" + mac + "/cable", Map.of("on", false));
        long id = pier.enrolled(mac, "Window E", "2435", "");
        pier.release(id);
        assertThat(pier.rail(id)).isEqualTo("pppwnnnnn");
        pier.client().put("/api/lab/phones/" + mac + "/cable", Map.of("on", true));
        pier.untilRail(id, "ppppppp");
    }

    @Test
    void nothingThatIsShownHoldsAPassword() {
        String mac = "02-4B-7A-01-00-06";
        long id = pier.enrolled(mac, "Window F", "2436", "");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        String password = pier.server()
                .lead()
                .post("/api/extensions/" + pier.extensionId("2436") + "/password/reveal", Map.of("reason", "a test"))
                .json()
                .path("secret")
                .asString();
        assertThat(password).hasSizeGreaterThan(16);
        for (String path : List.of(
                "/api/devices/" + id,
                "/api/devices/" + id + "/file",
                "/api/devices/" + id + "/settings",
                "/api/devices",
                "/api/triage",
                "/api/lab",
                "/api/releases/pending",
                "/api/extensions?domainId=" + pier.domainId)) {
            assertThat(pier.client().get(path).toString()).as(path).doesNotContain(password);
        }
    }
}
