package jordfell.server.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.lab.LabService;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.UserAgent;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Whether calls reach an extension, by whom, and if not, what is known of why. */
class ExtensionStatusTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private JsonNode row(String number) {
        return pier.client()
                .get("/api/extensions?domainId=" + pier.domainId + "&q=" + number)
                .json()
                .path("rows")
                .path(0);
    }

    private JsonNode first(String number) {
        return row(number).path("holders").path(0);
    }

    private String state(String number) {
        return row(number).path("state").asString("none");
    }

    /** The numbers among these that the filter shows. */
    private List<String> shown(String stands, List<String> numbers) {
        List<String> shown = new ArrayList<>();
        for (String number : numbers) {
            JsonNode rows = pier.client()
                    .get("/api/extensions?domainId=" + pier.domainId + "&q=" + number + "&stands=" + stands)
                    .json()
                    .path("rows");
            rows.forEach(r -> shown.add(r.path("number").asString()));
        }
        return shown;
    }

    @Test
    void extensionsStandAsTheirPhonesAndStraysDo() throws Exception {
        String mac = "02-4B-7A-0E-26-01";
        long device = pier.enrolled(mac, "Status desk", "2100", "");
        pier.release(device);
        pier.unbox(mac);
        pier.enrolled("02-4B-7A-0E-26-02", "Boxed desk", "2101", "");
        for (String number : List.of("2102", "2103")) {
            assertThat(pier.client()
                            .post(
                                    "/api/extensions",
                                    Map.of("domainId", pier.domainId, "number", number, "displayName", "Hall"))
                            .status())
                    .isEqualTo(201);
        }
        ExtensionStore extensions = pier.server().bean(ExtensionStore.class);
        var account = extensions.byNumber(pier.domainId, "2102").orElseThrow();
        try (UserAgent agent = new UserAgent(
                pier.server().bean(LabService.class).sipPort(),
                Pier.DOMAIN,
                "2102",
                account.authUser(),
                extensions.passwords(account.id()).get(0))) {
            assertThat(agent.register(300)).isEqualTo(200);
            RunningServer.untilLong("2100 is registered", () -> state("2100").equals("REGISTERED"));
            RunningServer.until("2102 is registered", () -> state("2102").equals("REGISTERED"));
            RunningServer.until("2101 is known", () -> state("2101").equals("NEVER"));
            assertThat(first("2100").path("name").asString()).isEqualTo("Status desk");
            assertThat(first("2100").path("deviceId").asLong()).isEqualTo(device);
            assertThat(first("2100").path("since").isNull()).isFalse();
            assertThat(first("2102").path("name").asString()).isEqualTo("Handset/0.9");
            assertThat(first("2102").path("peer").asString()).isEqualTo(agent.address());
            assertThat(state("2103")).isEqualTo("none");

            List<String> all = List.of("2100", "2101", "2102", "2103");
            assertThat(shown("REGISTERED", all)).containsExactly("2100", "2102");
            assertThat(shown("NOT_REGISTERED", all)).containsExactly("2101");
            assertThat(shown("NOBODY", all)).containsExactly("2103");
            assertThat(shown("REFUSED", all)).isEmpty();

            assertThat(agent.register(0)).isEqualTo(200);
            RunningServer.until("2102 has ended", () -> state("2102").equals("ENDED"));
        }
    }

    @Test
    void refusedExtensionSaysWhyAsItsDeviceDoes() {
        String mac = "02-4B-7A-0E-26-03";
        long device = pier.enrolled(mac, "Refused desk", "2104", "");
        pier.release(device);
        var account = pier.server()
                .bean(ExtensionStore.class)
                .byNumber(pier.domainId, "2104")
                .orElseThrow();
        assertThat(pier.client()
                        .post("/api/extensions/" + account.id() + "/password", Map.of())
                        .status())
                .isEqualTo(204);
        pier.unbox(mac);
        RunningServer.untilLong(
                "2104 is refused", () -> first("2104").path("why").asString().contains("password"));
        assertThat(state("2104")).isEqualTo("REFUSED");
        assertThat(shown("REFUSED", List.of("2104"))).containsExactly("2104");
        assertThat(shown("NOT_REGISTERED", List.of("2104"))).containsExactly("2104");
    }

    @Test
    void unknownFilterIsRefusedWithWhatItCanBe() {
        var answer = pier.client().get("/api/extensions?domainId=" + pier.domainId + "&stands=PERHAPS");
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.toString()).contains("stands");
    }
}
