package jordfell.server.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;

/** What would ring elsewhere, told before a diversion or a group is kept. */
class RingImpactApiTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private void extension(String number) {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", number, "displayName", number));
    }

    @Test
    void whatWouldRingElsewhereIsToldBeforeItIsKept() {
        extension("2226");
        extension("2227");
        client.post(
                "/api/outside-numbers",
                Map.of("domainId", pier.domainId, "e164", "+999 55 88 2226", "extension", "2226"));
        Answer told = client.post(
                "/api/calls/diversions/impact?domainId=" + pier.domainId + "&number=2226",
                Map.of("always", "2227", "afterSeconds", 20, "version", 1));
        assertThat(told.json().path("total").asInt()).as(told.toString()).isEqualTo(2);
        assertThat(told.json().path("shown").toString())
                .contains("+999 55 88 22 26")
                .contains("2226 is on no device")
                .contains("2227 is on no device");
        assertThat(client.get("/api/calls/path?domainId=" + pier.domainId + "&number=2226")
                        .json()
                        .path("sentence")
                        .asString())
                .as("nothing was kept")
                .contains("2226 is on no device");
        assertThat(client.post(
                                "/api/calls/diversions/impact?domainId=" + pier.domainId + "&number=2226",
                                Map.of("always", "2226", "afterSeconds", 20, "version", 1))
                        .problemAt("/always"))
                .contains("would go round");
        Answer group = client.post(
                "/api/calls/groups/impact",
                Map.of(
                        "domainId",
                        pier.domainId,
                        "number",
                        "2870",
                        "name",
                        "Quay",
                        "together",
                        true,
                        "eachSeconds",
                        20,
                        "members",
                        List.of("2226"),
                        "version",
                        1));
        assertThat(group.json().path("total").asInt())
                .as("nobody has it yet: " + group)
                .isZero();
    }
}
