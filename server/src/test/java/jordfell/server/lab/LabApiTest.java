package jordfell.server.lab;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

class LabApiTest {

    private final Pier pier = new Pier(RunningServer.shared());

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    02-4B-7A-08-00-0O | korrin-k24 | /mac     | letter O
                    02-4B-7A-08-00-01 | korrin-k99 | /modelId | no such model
                    """)
    void badPhonesAreRefusedAtTheField(String mac, String model, String pointer, String reason) {
        assertThat(pier.client()
                        .post("/api/lab/phones", Map.of("mac", mac, "modelId", model, "siteId", pier.siteId))
                        .problemAt(pointer))
                .contains(reason);
    }

    @Test
    void madeUpPhoneKnocksUntilEnrolled() {
        String mac = pier.client()
                .post("/api/lab/phones", Map.of("modelId", "korrin-k12", "siteId", pier.siteId))
                .json()
                .path("mac")
                .asString();
        RunningServer.until(
                "a knock", () -> pier.client().get("/api/knocks").toString().contains(mac));
        assertThat(pier.client()
                        .post("/api/lab/phones", Map.of("mac", mac, "modelId", "korrin-k12", "siteId", pier.siteId))
                        .problemAt("/mac"))
                .contains("has a phone with this MAC already");
        pier.client().put("/api/lab/phones/" + mac + "/power", Map.of("on", false));
        assertThat(pier.client().get("/api/lab").toString()).contains("\"screen\":\"off\"");
    }

    @Test
    void faultsNeedAPhoneAndALineThatAreThere() {
        assertThat(pier.client()
                        .post("/api/lab/phones/02-4B-7A-08-00-09/restart", Map.of())
                        .status())
                .isEqualTo(404);
        assertThat(pier.client()
                        .post("/api/lab/phones/nonsense/restart", Map.of())
                        .problemAt("/mac"))
                .isNotEmpty();
        pier.unbox("02-4B-7A-08-00-02");
        assertThat(pier.client()
                        .post("/api/lab/phones/02-4B-7A-08-00-02/cross", Map.of())
                        .problemAt("/"))
                .contains("no two lines");
        assertThat(pier.client()
                        .post(
                                "/api/lab/phones/02-4B-7A-08-00-02/press",
                                Map.of("caption", "Harbour radio", "number", "2400"))
                        .json()
                        .path("detail")
                        .asString())
                .isEqualTo("the phone has no such key");
        assertThat(pier.client()
                        .post("/api/lab/phones/02-4B-7A-08-00-02/press", Map.of("caption", "Harbour radio"))
                        .problemAt("/number"))
                .isNotEmpty();
        assertThat(pier.client()
                        .post("/api/lab/phones/02-4B-7A-08-00-02/mistype", Map.of("way", "CUT", "line", 1, "keep", 4))
                        .problemAt("/line"))
                .contains("no line 1");
    }

    @Test
    void anAccountThatIsSetByHandRegistersAPhoneThatHasNoFile() {
        String mac = "02-4B-7A-0C-02-31";
        pier.unbox(mac);
        long extension = pier.client()
                .post(
                        "/api/extensions",
                        Map.of(
                                "domainId",
                                pier.domainId,
                                "number",
                                "2497",
                                "displayName",
                                "Typed",
                                "password",
                                "Gulls-over-the-quay-7"))
                .json()
                .path("id")
                .asLong();
        Map<String, Object> account = Map.of(
                "line",
                1,
                "number",
                "2497",
                "password",
                secretOf(extension),
                "registrar",
                Pier.DOMAIN,
                "authUser",
                userOf(extension));
        assertThat(pier.client()
                        .post("/api/lab/phones/" + mac + "/account", account)
                        .status())
                .isLessThan(300);
        RunningServer.until("it is registered", () -> screen(mac).equals("2497 registered"));
        assertThat(pier.client()
                        .post("/api/lab/phones/" + mac + "/account", Map.of("line", 13, "number", "2497"))
                        .problemAt("/line"))
                .contains("1 to 12");
        assertThat(pier.client()
                        .post("/api/lab/phones/" + mac + "/account", Map.of("line", 1, "number", "2497"))
                        .problemAt("/registrar"))
                .startsWith("The registrar is missing.");
    }

    @Test
    void anotherPhonesFileIsTakenIfItCanBeRead() {
        String mac = "02-4B-7A-0C-02-32";
        long id = pier.enrolled(mac, "Copied", "2498", "");
        pier.release(id);
        pier.unbox(mac);
        pier.untilRail(id, "ppppppp");
        String copy = "02-4B-7A-0C-02-33";
        pier.unbox(copy);
        assertThat(pier.client()
                        .post("/api/lab/phones/" + mac + "/take", Map.of("from", copy))
                        .problemAt("/from"))
                .startsWith("That phone has no file.");
        assertThat(pier.client()
                        .post("/api/lab/phones/" + copy + "/take", Map.of("from", mac))
                        .status())
                .isLessThan(300);
        RunningServer.until("it registers as the other one", () -> screen(copy).equals("2498 registered"));
        String adapter = "02-5C-20-0C-02-34";
        pier.client().post("/api/lab/phones", Map.of("mac", adapter, "modelId", "tessaro-t2", "siteId", pier.siteId));
        assertThat(pier.client()
                        .post("/api/lab/phones/" + adapter + "/take", Map.of("from", mac))
                        .problemAt("/from"))
                .startsWith("A Tessaro T2 can’t read the file of a Korrin K24.");
        for (String phone : new String[] {copy, adapter}) {
            pier.client().put("/api/lab/phones/" + phone + "/power", Map.of("on", false));
        }
    }

    private static String secretOf(long extension) {
        return RunningServer.shared()
                .bean(ExtensionStore.class)
                .passwords(extension)
                .get(0);
    }

    private static String userOf(long extension) {
        return RunningServer.shared()
                .bean(ExtensionStore.class)
                .find(extension)
                .orElseThrow()
                .authUser();
    }

    private String screen(String mac) {
        for (JsonNode phone : pier.client().get("/api/lab").json().path("phones")) {
            if (phone.path("mac").asString().equals(mac)) {
                return phone.path("screen").asString();
            }
        }
        return "";
    }

    @Test
    void pulledCableSilencesThePhone() {
        String mac = "02-4B-7A-08-00-03";
        long id = pier.enrolled(mac, "Cable", "2480", "");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        pier.client().put("/api/lab/phones/" + mac + "/cable", Map.of("on", false));
        RunningServer.untilLong(
                "OPTIONS unanswered",
                () -> pier.sheet(id).path("seen").toString().contains("no answer")
                        || pier.rail(id).equals("pppppppwn"));
        assertThat(pier.client().get("/api/lab").toString()).contains("\"cable\":false");
    }

    @Test
    void whoGoesAwayTakesNoCallsUntilTheyComeBack() {
        String mac = "02-4B-7A-08-00-22";
        pier.unbox(mac);
        for (boolean there : new boolean[] {false, true}) {
            pier.client().put("/api/lab/phones/" + mac + "/staffed", Map.of("on", there));
            RunningServer.until(
                    "it is so",
                    () -> pier.client()
                            .get("/api/lab")
                            .json()
                            .path("phones")
                            .toString()
                            .replaceFirst("(?s).*" + mac, "")
                            .replaceFirst("}.*", "")
                            .contains("\"staffed\":" + there));
        }
    }

    @Test
    void clockThatSomebodySetsWrongIsToldOnTheSheetAndNotOnceItIsRight() {
        String mac = "02-4B-7A-08-00-21";
        long device = pier.enrolled(mac, "Clock desk", "2118", "");
        pier.unbox(mac);
        String path = "/api/lab/phones/" + mac + "/clock";
        assertThat(pier.client().put(path, Map.of("ahead", 99_999_999_999L)).problemAt("/ahead"))
                .contains("No clock is");
        assertThat(pier.client().put(path, Map.of("ahead", -7_200)).status()).isEqualTo(200);
        // Nobody sets it right: the time server is not reached.
        long fault = pier.client()
                .post(
                        "/api/lab/faults",
                        Map.of("where", "PHONE", "key", mac, "kind", "TIME_BLOCKED", "amount", 0, "inMinutes", 0))
                .json()
                .path("id")
                .asLong();
        pier.release(device);
        RunningServer.until("its clock is told", () -> clock(device).equals("2 h behind"));
        assertThat(pier.client().delete("/api/lab/faults/" + fault).status()).isEqualTo(200);
        pier.client().post("/api/lab/phones/" + mac + "/restart", Map.of());
        RunningServer.until("its clock is right", () -> clock(device).isEmpty());
        assertThat(pier.sheet(device).path("findings")).isEmpty();
    }

    private String clock(long device) {
        return pier.sheet(device).path("where").path("clock").asString();
    }
}
