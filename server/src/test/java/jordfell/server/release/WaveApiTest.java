package jordfell.server.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/** Releases in waves, from the first device to the automatic stop and back; mostly waiting, so beside the rest. */
@Execution(ExecutionMode.CONCURRENT)
class WaveApiTest {

    private static final RunningServer SERVER = RunningServer.fresh();

    private final Pier pier = new Pier(SERVER);

    @AfterAll
    static void stop() {
        SERVER.close();
    }

    private long carrying(int number) {
        String mac = "02-4B-7A-0C-00-" + number;
        long id = pier.enrolled(mac, "Wave phone " + number, "24" + number, "");
        pier.unbox(mac);
        pier.release(id);
        return id;
    }

    private void set(long device, String key, String value) {
        Answer answer = pier.client().put("/api/settings/DEVICE/" + device + "/" + key, Map.of("value", value));
        assertThat(answer.status()).isEqualTo(200);
    }

    private Answer release(List<Long> devices, Object... more) {
        java.util.Map<String, Object> wish = new java.util.HashMap<>(Map.of("deviceIds", devices, "reason", "waves"));
        for (int i = 0; i < more.length; i += 2) {
            wish.put((String) more[i], more[i + 1]);
        }
        return pier.client().post("/api/releases", wish);
    }

    private JsonNode wave(long release, int position) {
        return pier.client()
                .get("/api/releases/" + release)
                .json()
                .path("waves")
                .get(position - 1);
    }

    private void untilWave(long release, int position, String state) {
        RunningServer.untilLong(
                "wave " + position + " is " + state,
                () -> wave(release, position).path("state").asString().equals(state));
    }

    private void untilPending(long... devices) {
        for (long device : devices) {
            RunningServer.until(
                    "pending", () -> pier.sheet(device).path("pending").asBoolean());
        }
    }

    private Answer act(long release, int wave, String what) {
        return pier.client().post("/api/releases/" + release + "/waves/" + wave + "/" + what, Map.of());
    }

    @Test
    void waveThatDoesHarmStopsByItselfAndIsTakenBack() {
        List<Long> ids = IntStream.of(86, 87, 88).mapToObj(this::carrying).toList();
        ids.forEach(id -> pier.untilRail(id, "ppppppp"));
        set(ids.get(0), "calls.voicemail", "*99");
        set(ids.get(1), "registration.registrar", "voise.tarnholm.example");
        set(ids.get(2), "calls.voicemail", "*99");
        ids.forEach(this::untilPending);

        JsonNode impact = pier.client()
                .post("/api/releases/impact", Map.of("deviceIds", ids))
                .json();
        assertThat(impact.path("changing").asInt()).isEqualTo(3);
        assertThat(impact.path("changes").toString())
                .contains("Voicemail number: *86 → *99")
                .contains("Registrar: voice.tarnholm.example → voise.tarnholm.example");

        Answer made = release(
                ids,
                "waves",
                List.of(
                        Map.of("name", "First", "deviceIds", List.of(ids.get(0)), "stopPercent", 10),
                        Map.of("name", "The rest", "starts", "WHEN_CARRIED", "stopPercent", 10)));
        assertThat(made.status()).isEqualTo(201);
        long release = made.json().path("id").asLong();
        assertThat(wave(release, 2).path("state").asString()).isEqualTo("WAITING");
        assertThat(pier.sheet(ids.get(1)).path("pending").asBoolean()).isTrue();

        assertThat(release(ids.subList(1, 3)).problemAt("/supersede")).contains("2 devices wait for another release");

        untilWave(release, 1, "CARRIED");
        untilWave(release, 2, "STOPPED");
        assertThat(wave(release, 2).path("word").asString())
                .startsWith("1 of 2 got worse: Wave phone 87 (")
                .endsWith("More than 10 % stops the wave.");
        assertThat(act(release, 2, "begin").status()).isEqualTo(422);

        assertThat(act(release, 2, "take-back").status()).isEqualTo(204);
        pier.untilRail(ids.get(1), "ppppppp");
        assertThat(wave(release, 2).path("state").asString()).isEqualTo("TAKEN_BACK");
        assertThat(pier.sheet(ids.get(1)).path("pending").asBoolean()).isTrue();
        assertThat(act(release, 2, "take-back").status()).isEqualTo(422);
    }

    @Test
    void devicesLeaveAWaitingWaveForALaterReleaseIfThatIsSaid() {
        List<Long> ids = IntStream.of(89, 90).mapToObj(this::carrying).toList();
        ids.forEach(id -> pier.untilRail(id, "ppppppp"));
        ids.forEach(id -> set(id, "calls.voicemail", "*98"));
        ids.forEach(this::untilPending);
        long release = release(
                        ids, "waves", List.of(Map.of("deviceIds", List.of(ids.get(0))), Map.of("starts", "BY_HAND")))
                .json()
                .path("id")
                .asLong();
        assertThat(release(List.of(ids.get(1)), "supersede", true).status()).isEqualTo(201);
        assertThat(wave(release, 2).path("members").get(0).path("state").asString())
                .isEqualTo("SUPERSEDED");
        assertThat(pier.client()
                        .post("/api/releases/" + release + "/end", Map.of())
                        .status())
                .isEqualTo(204);
        assertThat(wave(release, 2).path("state").asString()).isEqualTo("ENDED");
    }

    @Test
    void firstConfigurationThatWaitsInAWaveIsACause() {
        long first = pier.enrolled("02-4B-7A-0C-00-93", "Wave phone 93", "2493", "");
        long later = pier.enrolled("02-4B-7A-0C-00-94", "Wave phone 94", "2494", "");
        long release = release(
                        List.of(first, later),
                        "waves",
                        List.of(Map.of("deviceIds", List.of(first)), Map.of("starts", "BY_HAND")))
                .json()
                .path("id")
                .asLong();
        RunningServer.until(
                "told",
                () -> pier.sentence(later)
                        .equals("Its first configuration waits in wave 2 of release " + release
                                + ", which has not begun."));
        assertThat(act(release, 2, "begin").status()).isEqualTo(204);
        assertThat(act(release, 2, "stop").status()).isEqualTo(204);
        RunningServer.until(
                "told",
                () -> pier.sentence(later)
                        .startsWith("Its first configuration was held back, because wave 2 of release " + release
                                + " stopped: "));
        assertThat(pier.sheet(later).path("findings").get(0).path("cause").asString())
                .isEqualTo("release-held");
        assertThat(pier.client()
                        .post("/api/devices/" + later + "/release", Map.of())
                        .problemAt("/supersede"))
                .contains("1 device waits for another release");
        assertThat(pier.client()
                        .post("/api/devices/" + later + "/release", Map.of("supersede", true))
                        .status())
                .isEqualTo(200);
        RunningServer.until("released", () -> pier.rail(later).startsWith("ppp"));
        assertThat(act(release, 2, "go-on").status()).isEqualTo(204);
        assertThat(wave(release, 2).path("members").get(0).path("state").asString())
                .as("it left, and going on does not fetch it back")
                .isEqualTo("SUPERSEDED");
    }

    @Test
    void anOlderWaveNeverOverwritesANewerRelease() {
        List<Long> ids = IntStream.of(57, 58).mapToObj(this::carrying).toList();
        ids.forEach(id -> pier.untilRail(id, "ppppppp"));
        String atFirst = revision(ids.get(1));
        ids.forEach(id -> set(id, "calls.voicemail", "*57"));
        ids.forEach(this::untilPending);
        long older = release(ids).json().path("id").asLong();
        set(ids.get(0), "calls.voicemail", "*98");
        untilPending(ids.get(0));
        assertThat(release(List.of(ids.get(0))).status()).isEqualTo(201);
        String newer = revision(ids.get(0));
        untilWave(older, 1, "CARRIED");
        assertThat(act(older, 1, "take-back").status()).isEqualTo(204);
        assertThat(revision(ids.get(0))).as("what was released later stays").isEqualTo(newer);
        assertThat(revision(ids.get(1))).as("the other has what it had").isEqualTo(atFirst);
    }

    private String revision(long device) {
        return pier.server()
                .bean(jordfell.server.records.ReleaseStore.class)
                .latest(device)
                .orElseThrow()
                .revision()
                .id();
    }

    @Test
    void onlyARegisteredPhoneIsToldToRestart() {
        long id = pier.enrolled("02-4B-7A-0C-00-95", "Wave phone 95", "2495", "");
        assertThat(pier.client()
                        .post("/api/devices/" + id + "/restart", Map.of())
                        .problemAt("/"))
                .contains("Wave phone 95 is not registered");
        pier.release(id);
        pier.unbox("02-4B-7A-0C-00-95");
        pier.untilRail(id, "ppppppp");
        assertThat(pier.client()
                        .post("/api/devices/" + id + "/restart", Map.of())
                        .status())
                .isEqualTo(200);
    }

    @Test
    void allThatIsChangedIsReleasedWithoutNamingIt() {
        for (int i = 1; i <= 3; i++) {
            pier.enrolled("02-4B-7A-0C-01-0" + i, "Choir phone " + i, "249" + (5 + i), "");
        }
        RunningServer.until(
                "three are changed",
                () -> pier.client()
                                .get("/api/releases/pending?q=choir%20phone")
                                .json()
                                .path("ready")
                                .asInt()
                        == 3);
        JsonNode page = pier.client().get("/api/releases/pending?q=0c0101").json();
        assertThat(page.path("all").asInt()).isEqualTo(1);
        long one = page.path("devices").get(0).path("id").asLong();
        Map<String, Object> choir = Map.of("q", "Choir", "except", List.of(one));
        assertThat(pier.client()
                        .post("/api/releases/impact", Map.of("allPending", choir))
                        .json()
                        .path("first")
                        .asInt())
                .isEqualTo(2);
        Answer made = pier.client().post("/api/releases", Map.of("allPending", choir));
        assertThat(made.json().path("devices").asInt()).isEqualTo(2);
        JsonNode wave = wave(made.json().path("id").asLong(), 1);
        assertThat(wave.path("devices").asInt()).isEqualTo(2);
        assertThat(wave.path("members")).hasSize(2);
        assertThat(pier.client()
                        .post("/api/releases", Map.of("allPending", Map.of("q", "nobody is called so")))
                        .problemAt("/allPending"))
                .contains("No device is changed");
        RunningServer.until(
                "no release is being made, this one or one that another test makes beside it",
                () -> pier.client()
                                .get("/api/releases/making")
                                .json()
                                .path("of")
                                .asInt()
                        == 0);
    }

    @Test
    void releaseThatChangesNothingSendsNothing() {
        long id = carrying(91);
        pier.untilRail(id, "pppp");
        assertThat(release(List.of(id)).problemAt("/deviceIds"))
                .contains("Nothing changes: the device has the present configuration already.");
    }

    @Test
    void badWavesAreRefusedAtTheirFields() {
        long id = pier.enrolled("02-4B-7A-0C-00-92", "Wave phone 92", "2492", "");
        assertThat(release(List.of(id), "waves", List.of(Map.of("percent", 120), Map.of()))
                        .problemAt("/waves/0/percent"))
                .contains("120 is no share.");
        assertThat(release(List.of(id), "waves", List.of(Map.of("starts", "AT")))
                        .problemAt("/waves/0/startsAt"))
                .contains("It has no time.");
        assertThat(release(List.of(id), "waves", List.of(Map.of("percent", 50))).problemAt("/waves/0"))
                .contains("does not take the rest");
        assertThat(pier.client().get("/api/releases/987654").status()).isEqualTo(404);
        assertThat(act(987654, 1, "begin").status()).isEqualTo(404);
    }
}
