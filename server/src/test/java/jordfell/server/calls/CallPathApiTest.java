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
        carrying("02-4B-7A-62-00-01", "Rings at the door", "2171");
        pier.enrolled("02-4B-7A-62-00-02", "In its box", "2172", "");
        RunningServer.until("it rings", () -> sentence("2171").equals("It rings Rings at the door."));
        JsonNode ringer = asked("2171").json().path("first").path("ringers").get(0);
        assertThat(ringer.path("detail").asString()).startsWith("registered at ");
        assertThat(ringer.path("deviceId").asLong()).isPositive();
        assertThat(sentence("2172")).isEqualTo("It rings nothing: nothing is registered as 2172.");
        assertThat(asked("2172").json().path("rings").asBoolean()).isFalse();
    }

    @Test
    void anExtensionWithoutADeviceRingsNothing() {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2173", "displayName", "Old"));
        assertThat(sentence("2173")).isEqualTo("It rings nothing: 2173 is on no device.");
        assertThat(sentence("2188")).isEqualTo("It rings nothing: nobody has 2188.");
        assertThat(sentence("*8378")).isEqualTo("It is answered by the test call.");
    }

    @Test
    void whereAPhoneDivertsItsCallsIsFollowed() {
        carrying("02-4B-7A-62-00-03", "Diverts", "2174");
        carrying("02-4B-7A-62-00-04", "Takes them", "2175");
        RunningServer.until(
                "both ring",
                () -> sentence("2174").startsWith("It rings Diverts")
                        && sentence("2175").startsWith("It rings Takes them"));
        divert(pier.extensionId("2174"), "calls.forward-unanswered", "2175");
        divert(pier.extensionId("2174"), "calls.unanswered-after", "15");
        assertThat(sentence("2174")).isEqualTo("It rings Diverts, after 15 s rings Takes them.");
        assertThat(asked("2174").json().path("unreleased").toString()).isEqualTo("[\"Diverts\"]");
        divert(pier.extensionId("2174"), "calls.forward-always", "2187");
        JsonNode path = asked("2174").json();
        assertThat(path.path("sentence").asString()).isEqualTo("It rings nothing: nobody has 2187.");
        assertThat(path.path("troubles").get(0).path("words").asString()).isEqualTo("2174 → 2187: nobody has 2187");
        assertThat(path.path("first").path("ways").get(0).path("when").asString())
                .isEqualTo("ALWAYS");
    }

    @Test
    void anOutsideNumberLeadsToItsExtensionOrNowhere() {
        carrying("02-4B-7A-62-00-05", "Called from afar", "2176");
        Map<String, Object> number =
                Map.of("domainId", pier.domainId, "e164", "+999 5509 2176", "extension", "2176", "prefix", "AFAR");
        assertThat(client.post("/api/outside-numbers", number).status()).isEqualTo(201);
        client.post("/api/outside-numbers", Map.of("domainId", pier.domainId, "e164", "+999 5509 2177"));
        RunningServer.until("it rings", () -> sentence("+999 5509 2176").equals("It rings Called from afar."));
        assertThat(asked("+99955092176").json().path("prefix").asString()).isEqualTo("AFAR");
        assertThat(sentence("+999 5509 2177")).isEqualTo("It rings nothing: the number is given to nobody.");
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
