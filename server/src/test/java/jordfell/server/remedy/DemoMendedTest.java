package jordfell.server.remedy;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/** Every device that the demo holds is mended by what its finding offers, with nobody at the phone where none is needed. */
@Execution(ExecutionMode.CONCURRENT)
class DemoMendedTest {

    private static final Duration PATIENCE = Duration.ofSeconds(60);

    /** Where somebody has to go to the phone, or to say what nobody here can know. */
    private static final Map<String, String> NEEDS_SOMEBODY = Map.of(
            "Slip telephone", "its power is off",
            "Lamp room", "its cable is out",
            "Ticket window 8", "which extension it is to have is not known here",
            "Maren Osei, softphone", "its credentials have to be handed over");

    private static RunningServer server;
    private static Client technician;

    @BeforeAll
    static void start() {
        server = RunningServer.demo();
        technician = server.technician();
    }

    /** Precondition Failed (RFC 9110 §15.5.13). */
    private static final int CHANGED_MEANWHILE = 412;

    @AfterAll
    static void stop() {
        server.close();
    }

    @TestFactory
    List<DynamicTest> itHasDialToneAfterwards() {
        Map<String, Long> held = new TreeMap<>();
        technician.get("/api/triage").json().forEach(cause -> {
            if (!cause.path("leavesDialTone").asBoolean()) {
                cause.path("devices")
                        .forEach(d -> held.put(
                                d.path("label").asString(), d.path("id").asLong()));
            }
        });
        assertThat(held.keySet())
                .as("what the demo holds")
                .containsAll(NEEDS_SOMEBODY.keySet())
                .hasSize(14);
        return held.entrySet().stream()
                .map(d -> DynamicTest.dynamicTest(
                        NEEDS_SOMEBODY.containsKey(d.getKey())
                                ? d.getKey() + " needs somebody: " + NEEDS_SOMEBODY.get(d.getKey())
                                : d.getKey(),
                        () -> mend(d.getValue(), NEEDS_SOMEBODY.containsKey(d.getKey()))))
                .toList();
    }

    /** Does what is offered first, and what is offered next where that was not enough. */
    private static void mend(long device, boolean needsSomebody) throws InterruptedException {
        if (needsSomebody) {
            JsonNode told = sheet(device).path("findings").path(0);
            assertThat(told.path("sentence").asString()).as("what is told").isNotEmpty();
            assertThat(told.path("remedies")).as("what is to be done").isNotEmpty();
            return;
        }
        List<String> done = new ArrayList<>();
        String before = "";
        long until = System.nanoTime() + PATIENCE.toNanos();
        while (System.nanoTime() < until
                && !sheet(device).path("rail").asString().startsWith("ppppppp")) {
            JsonNode finding = sheet(device).path("findings").path(0);
            String offered = finding.path("cause").asString() + finding.path("remedies");
            Optional<JsonNode> remedy = offered.equals(before) ? Optional.empty() : firstNew(finding, done);
            if (remedy.isEmpty() || perform(device, finding, remedy.get())) {
                before = offered;
                remedy.ifPresent(r -> done.add(name(finding, r)));
            }
            Thread.sleep(200);
        }
        assertThat(done).as("what was done").isNotEmpty();
        RunningServer.until("it passed", () -> state(device).equals("PASSED"));
        assertThat(Set.of("UNDER_WAY", "CARRYING", "PROVEN"))
                .contains(technician
                        .get("/api/devices/" + device)
                        .json()
                        .path("condition")
                        .asString());
    }

    private static JsonNode sheet(long device) {
        return technician.get("/api/devices/" + device).json();
    }

    private static Optional<JsonNode> firstNew(JsonNode finding, List<String> done) {
        return finding.path("remedies")
                .valueStream()
                .filter(r -> r.path("isDoneHere").asBoolean())
                .filter(r -> !done.contains(name(finding, r)))
                .findFirst();
    }

    private static String name(JsonNode finding, JsonNode remedy) {
        return finding.path("cause").asString() + ": " + remedy.path("label").asString();
    }

    /** Whether it was done; not if what it was offered for has passed or became something else since it was read. */
    private static boolean perform(long device, JsonNode finding, JsonNode remedy) {
        assertThat(remedy.path("will").asString()).as("what changes by it").isNotEmpty();
        int status = technician
                .post(
                        "/api/devices/" + device + "/remedies",
                        Map.of(
                                "cause", finding.path("cause").asString(),
                                "line", finding.path("line").asInt(),
                                "action", remedy.path("action").asString(),
                                "target", remedy.path("target").asString()))
                .status();
        assertThat(status).isIn(200, CHANGED_MEANWHILE);
        return status != CHANGED_MEANWHILE;
    }

    private static String state(long device) {
        return technician
                .get("/api/devices/" + device + "/remedies")
                .json()
                .path("watches")
                .path(0)
                .path("state")
                .asString();
    }
}
