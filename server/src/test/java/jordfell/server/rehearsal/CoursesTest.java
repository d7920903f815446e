package jordfell.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.lab.LabFaults;
import jordfell.server.lab.LabService;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.LabRehearsalStore;
import jordfell.server.records.SettingStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What scenarios do beside their faults, to a yard with two phones: done, told, and mended when they end. */
class CoursesTest {

    private static final String YARD = "Rehearsal yard";
    private static final String ONE = "02-4B-7A-0C-01-21";
    private static final String OTHER = "02-4B-7A-0C-01-22";
    private static final String LORRIES = "lorries.example";

    private final Pier pier = new Pier(RunningServer.shared());
    private long one;
    private long other;

    @BeforeEach
    void twoPhonesThatCarry() {
        Answer site = pier.client()
                .post(
                        "/api/sites",
                        Map.of(
                                "domainId",
                                pier.domainId,
                                "name",
                                YARD,
                                "natTimeout",
                                60,
                                "allowsLocalMacs",
                                true,
                                "subnets",
                                "203.0.113.224/28",
                                "timeServer",
                                "ntp.x.example"));
        if (site.status() < 300) {
            enrol(ONE, "Yard crane", "2439");
            enrol(OTHER, "Yard gate", "2460");
            long yard = site.json().path("id").asLong();
            for (String mac : List.of(ONE, OTHER)) {
                pier.client()
                        .post("/api/lab/phones", Map.of("mac", mac, "modelId", "korrin-k24", "siteId", yardId(yard)));
            }
        }
        one = idOf(ONE);
        other = idOf(OTHER);
        pier.untilRail(one, "ppppppp");
        pier.untilRail(other, "ppppppp");
        RunningServer.until("both are known to be well", () -> wellKnown() == 2);
    }

    @AfterEach
    void end() {
        pier.client().delete("/api/lab/scenario");
    }

    private long yardId(long made) {
        if (made > 0) {
            return made;
        }
        for (JsonNode site : pier.client().get("/api/ground").json().path("sites")) {
            if (site.path("name").asString().equals(YARD)) {
                return site.path("id").asLong();
            }
        }
        throw new AssertionError("no yard");
    }

    private void enrol(String mac, String label, String extension) {
        Answer answer = pier.client()
                .post(
                        "/api/intake",
                        Map.of(
                                "rows",
                                List.of(Map.of(
                                        "device",
                                        mac,
                                        "model",
                                        "korrin-k24",
                                        "site",
                                        YARD,
                                        "template",
                                        "Ticket window",
                                        "label",
                                        label,
                                        "extension",
                                        extension))));
        assertThat(answer.status()).as(answer.toString()).isEqualTo(201);
        pier.release(answer.json().path("deviceIds").path(0).asLong());
    }

    private long idOf(String mac) {
        return RunningServer.shared()
                .bean(jordfell.server.records.DeviceStore.class)
                .byMac(MacAddress.of(mac))
                .orElseThrow()
                .id();
    }

    private long wellKnown() {
        return RunningServer.shared().bean(jordfell.server.records.DeviceStateStore.class).firstCauses().stream()
                .filter(t -> t.device() == one || t.device() == other)
                .filter(t -> jordfell.lab.scenario.Scenario.reaches(t.condition()))
                .count();
    }

    private Answer run(String scenario, String key) {
        return pier.client().post("/api/lab/scenario", Map.of("scenario", scenario, "key", key));
    }

    private JsonNode running() {
        return pier.client().get("/api/lab/scenario").json().path("running");
    }

    private Optional<String> registrar() {
        return RunningServer.shared()
                .bean(SettingStore.class)
                .word(LayerKind.TEMPLATE, Long.toString(pier.templateId), SettingsCatalogue.REGISTRAR)
                .map(SettingStore.Word::value);
    }

    @Test
    void aTypoIsReleasedFoundAndTakenBack() {
        Optional<String> before = registrar();
        assertThat(run("TEMPLATE_TYPO", YARD).status()).isLessThan(300);
        assertThat(registrar()).hasValue("vioce.tarnholm.example");
        RunningServer.until(
                "both are told by the name", () -> running().path("found").asInt() == 2);
        assertThat(pier.sentence(one)).contains("vioce.tarnholm.example");
        pier.client().delete("/api/lab/scenario");
        assertThat(registrar()).isEqualTo(before);
        pier.untilRail(one, "ppppppp");
        pier.untilRail(other, "ppppppp");
    }

    @Test
    void halfOfThePasswordsAreOthersAndTheRestIsReleasedInTheEnd() {
        ExtensionStore extensions = RunningServer.shared().bean(ExtensionStore.class);
        String first = extensions.passwords(pier.extensionId("2439")).get(0);
        String second = extensions.passwords(pier.extensionId("2460")).get(0);
        assertThat(run("ROTATION_HALF_DONE", YARD).status()).isLessThan(300);
        boolean firstIsNew =
                !extensions.passwords(pier.extensionId("2439")).get(0).equals(first);
        boolean secondIsNew =
                !extensions.passwords(pier.extensionId("2460")).get(0).equals(second);
        assertThat(firstIsNew).isNotEqualTo(secondIsNew);
        pier.client().post("/api/lab/phones/act", Map.of("macs", List.of(ONE, OTHER), "act", "RESTART"));
        RunningServer.until(
                "one is told, of the other nothing",
                () -> running().path("found").asInt() == 2);
        assertThat(pier.sentence(firstIsNew ? one : other)).contains("password");
        assertThat(pier.sentence(firstIsNew ? other : one)).isEmpty();
        pier.client().delete("/api/lab/scenario");
        pier.untilRail(firstIsNew ? one : other, "ppppppp");
    }

    @Test
    void aSiteWithAnotherNetworkIsOutsideUntilItHasItsOwnAgain() {
        String before = address();
        assertThat(run("SITE_MOVED", YARD).status()).isLessThan(300);
        RunningServer.until(
                "it has an address of the other network", () -> address().startsWith("203.0.113.1"));
        assertThat(address()).isNotEqualTo(before);
        assertThat(RunningServer.shared().bean(LabRehearsalStore.class).running())
                .as("kept over a start")
                .hasValueSatisfying(kept -> assertThat(kept).contains("SITE_MOVED"));
        pier.client().delete("/api/lab/scenario");
        RunningServer.until("it has its own again", () -> address().equals(before));
        pier.untilRail(one, "ppppppp");
    }

    private static String address() {
        return RunningServer.shared()
                .bean(LabService.class)
                .world()
                .phone(MacAddress.of(ONE))
                .orElseThrow()
                .state()
                .address();
    }

    @Test
    void aCertificateThatRunsOutMattersToNobodyWhereNobodySpeaksByTls() {
        assertThat(run("CERTIFICATE_TONIGHT", Pier.DOMAIN).problemAt("/key"))
                .startsWith("No phone of voice.tarnholm.example registers by TLS now.");
        assertThat(RunningServer.shared().bean(LabFaults.class).all()).isEmpty();
    }

    @Test
    void aLorryIsAsLongAsThereAreNumbersAndFiveOfItsRowsAreWrong() {
        domain("two" + LORRIES, 9);
        assertThat(run("LORRY", "two" + LORRIES).problemAt("/key"))
                .contains("has 9 free numbers")
                .contains("too few for a lorry");
        domain(LORRIES, 12);
        assertThat(run("LORRY", LORRIES).status()).isLessThan(300);
        assertThat(running().path("reached").asInt()).isEqualTo(12);
        RunningServer.until(
                "seven carry",
                () -> RunningServer.shared().bean(jordfell.server.records.DeviceStateStore.class).firstCauses().stream()
                                .filter(t -> RunningServer.shared()
                                        .bean(Rehearsals.class)
                                        .running()
                                        .orElseThrow()
                                        .reached()
                                        .contains(t.device()))
                                .filter(t -> jordfell.lab.scenario.Scenario.reaches(t.condition()))
                                .count()
                        >= 7);
        pier.client().delete("/api/lab/scenario");
    }

    private static void domain(String name, int numbers) {
        RunningServer.shared()
                .bean(DomainStore.class)
                .add(new Domain(
                        0,
                        name,
                        name,
                        new Domain.Expiry(60, 120, 3600),
                        1,
                        List.of(new RegistrarNode("yard", "yard." + name, "192.0.2.31", 5060, 10, 1)),
                        List.of(new Block(3000, 2999 + numbers, "pallets"))));
        RunningServer.shared().bean(Changes.class).tell(Subject.DOMAIN);
    }
}
