package jordfell.server.stray;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import jordfell.server.lab.LabService;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.UserAgent;
import org.junit.jupiter.api.AfterEach;
import tools.jackson.databind.JsonNode;

/** A user agent over real UDP that belongs to nobody yet. */
abstract class StrayFixture {

    final Pier pier = new Pier(RunningServer.shared());
    UserAgent agent;

    @AfterEach
    void hangUp() {
        if (agent != null) {
            agent.close();
        }
    }

    void extension(String number) {
        var made = pier.client()
                .post(
                        "/api/extensions",
                        Map.of("domainId", pier.domainId, "number", number, "displayName", "Stray " + number));
        assertThat(made.status()).as(made.toString()).isBetween(200, 201);
    }

    void agent(String number, String password) throws IOException {
        ExtensionStore extensions = pier.server().bean(ExtensionStore.class);
        var account = extensions.byNumber(pier.domainId, number);
        String user = account.map(e -> e.authUser()).orElse(number);
        String right = account.map(e -> extensions.passwords(e.id()).get(0)).orElse("");
        agent = new UserAgent(
                pier.server().bean(LabService.class).sipPort(),
                Pier.DOMAIN,
                number,
                user,
                password.isEmpty() ? right : password);
    }

    JsonNode stray(String number, boolean all) {
        for (JsonNode s : pier.client().get("/api/strays?all=" + all).json()) {
            if (s.path("number").asString().equals(number)) {
                return s;
            }
        }
        return tools.jackson.databind.node.MissingNode.getInstance();
    }

    JsonNode until(String number, Predicate<JsonNode> holds) {
        RunningServer.until("stray " + number + ", is " + stray(number, false), () -> holds.test(stray(number, false)));
        return stray(number, false);
    }

    void lines(long device, String... numbers) {
        assertThat(pier.client()
                        .put(
                                "/api/devices/" + device + "/lines",
                                Map.of(
                                        "numbers",
                                        List.of(numbers),
                                        "version",
                                        pier.sheet(device).path("version").asLong()))
                        .status())
                .isEqualTo(200);
    }
}
