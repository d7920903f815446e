package jordfell.server.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What rings when a number is called: by who is registered, where its phones divert it, and outside numbers. */
class CallPathApiTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private Answer asked(String number) {
        return client.get("/api/calls/path?domainId=" + pier.domainId + "&number="
                + number.replace("+", "%2B").replace("*", "%2A").replace(" ", "%20"));
    }

    private String sentence(String number) {
        return asked(number).json().path("sentence").asString();
    }

    private long carrying(String mac, String label, String number) {
        long id = pier.enrolled(mac, label, number, "");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        return id;
    }

    private void divert(long extension, String key, String to) {
        assertThat(client.put("/api/settings/EXTENSION/" + extension + "/" + key, Map.of("value", to, "locked", false))
                        .status())
                .as(key)
                .isLessThan(300);
    }

    @Test
    void aPhoneThatIsRegisteredRingsAndOneThatIsNotDoesNot() {
        carrying("02-4B-7A-62-00-01", "Rings at the door", "2471");
        pier.enrolled("02-4B-7A-62-00-02", "In its box", "2472", "");
        RunningServer.until("it rings", () -> sentence("2471").equals("It rings Rings at the door."));
        JsonNode ringer = asked("2471").json().path("first").path("ringers").get(0);
        assertThat(ringer.path("detail").asString()).startsWith("registered at ");
        assertThat(ringer.path("deviceId").asLong()).isPositive();
        assertThat(sentence("2472")).isEqualTo("It rings nothing: nothing is registered as 2472.");
        assertThat(asked("2472").json().path("rings").asBoolean()).isFalse();
    }

    @Test
    void anExtensionWithoutADeviceRingsNothing() {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2473", "displayName", "Old"));
        assertThat(sentence("2473")).isEqualTo("It rings nothing: 2473 is on no device.");
        assertThat(sentence("2498")).isEqualTo("It rings nothing: nobody has 2498.");
        assertThat(sentence("*8378")).isEqualTo("It is answered by the test call.");
    }

    @Test
    void whereAPhoneDivertsItsCallsIsFollowed() {
        carrying("02-4B-7A-62-00-03", "Diverts", "2474");
        carrying("02-4B-7A-62-00-04", "Takes them", "2475");
        RunningServer.until(
                "both ring",
                () -> sentence("2474").startsWith("It rings Diverts")
                        && sentence("2475").startsWith("It rings Takes them"));
        divert(pier.extensionId("2474"), "calls.forward-unanswered", "2475");
        divert(pier.extensionId("2474"), "calls.unanswered-after", "15");
        assertThat(sentence("2474")).isEqualTo("It rings Diverts, after 15 s rings Takes them.");
        assertThat(asked("2474").json().path("unreleased").toString()).isEqualTo("[\"Diverts\"]");
        divert(pier.extensionId("2474"), "calls.forward-always", "2497");
        JsonNode path = asked("2474").json();
        assertThat(path.path("sentence").asString()).isEqualTo("It rings nothing: nobody has 2497.");
        assertThat(path.path("troubles").get(0).path("words").asString()).isEqualTo("2474 → 2497: nobody has 2497");
        assertThat(path.path("first").path("ways").get(0).path("when").asString())
                .isEqualTo("ALWAYS");
    }

    @Test
    void anOutsideNumberLeadsToItsExtensionOrNowhere() {
        carrying("02-4B-7A-62-00-05", "Called from afar", "2476");
        Map<String, Object> number =
                Map.of("domainId", pier.domainId, "e164", "+999 5509 2476", "extension", "2476", "prefix", "AFAR");
        assertThat(client.post("/api/outside-numbers", number).status()).isEqualTo(201);
        client.post("/api/outside-numbers", Map.of("domainId", pier.domainId, "e164", "+999 5509 2477"));
        RunningServer.until("it rings", () -> sentence("+999 5509 2476").equals("It rings Called from afar."));
        assertThat(asked("+99955092476").json().path("prefix").asString()).isEqualTo("AFAR");
        assertThat(sentence("+999 5509 2477")).isEqualTo("It rings nothing: the number is given to no extension.");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ''             | The number is missing.
            north          | “north” is no number.
            +999 5500 0000 | +99955000000 is no outside number of this domain.
            """)
    void whatIsNoNumberIsRefused(String number, String reason) {
        assertThat(asked(number).problemAt("/number")).startsWith(reason);
    }
}
