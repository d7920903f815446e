package jordfell.server.stray;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Agents that belong to no enrolled device: seen, refused, handed to a device. */
class StrayApiTest extends StrayFixture {

    @Test
    void aRegistrationThatNoEnrolledDeviceMadeIsSeen() throws Exception {
        extension("2160");
        agent("2160", "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until("2160", s -> s.path("registered").asBoolean());
        assertThat(stray.path("address").asString()).isEqualTo(agent.address());
        assertThat(stray.path("agent").asString()).isEqualTo("Handset/0.9");
        assertThat(stray.path("password").asString()).isEqualTo("the right password");
        assertThat(stray.path("until").isNull()).isFalse();
        assertThat(agent.register(0)).isEqualTo(200);
        until("2160", s -> s.path("outcome").asString().equals("was registered"));
    }

    @Test
    void aRefusedAttemptIsSeenWithThePasswordItUsed() throws Exception {
        extension("2161");
        agent("2161", "something else");
        assertThat(agent.register(300)).isEqualTo(403);
        JsonNode stray = until(
                "2161",
                s -> s.path("outcome").asString().startsWith("403")
                        // Before its turn to be looked for comes, it is told as a wrong one.
                        && s.path("password").asString().equals("an unknown password"));
        assertThat(stray.path("registered").asBoolean()).isFalse();
    }

    @Test
    void aHealthyPhoneIsNotMovedByWhoeverNamesItsNumber() throws Exception {
        String mac = "02-4B-7A-0E-25-01";
        long device = pier.enrolled(mac, "Quiet desk", "2162", "");
        pier.release(device);
        pier.unbox(mac);
        RunningServer.untilLong("registered", () -> pier.rail(device).startsWith("ppppppp"));
        String before = pier.rail(device);
        agent("2162", "guessed");
        assertThat(agent.register(300)).isEqualTo(403);
        until("2162", s -> s.path("outcome").asString().startsWith("403"));
        assertThat(pier.rail(device)).isEqualTo(before);
        assertThat(pier.sheet(device).path("findings")).isEmpty();
        assertThat(stray("2162", false).path("holder").asString()).isEqualTo("Quiet desk");
    }

    @Test
    void whoSaysThatItIsADeviceThatIsRegisteredElsewhereIsToldAsOneThatSaysSo() throws Exception {
        String mac = "02-4B-7A-0E-25-1F";
        long device = pier.enrolled(mac, "Copied desk", "2138", "");
        pier.release(device);
        pier.unbox(mac);
        RunningServer.untilLong("registered", () -> pier.rail(device).startsWith("ppppppp"));
        agent("2138", "guessed");
        agent.naming("urn:uuid:00000000-0000-1000-8000-024b7a0e251f");
        assertThat(agent.register(300)).isEqualTo(403);
        JsonNode stray = until("2138", s -> s.path("outcome").asString().startsWith("403"));
        assertThat(stray.path("claims").asString()).isEqualTo("Copied desk");
        assertThat(pier.sheet(device).path("findings")).isEmpty();
    }

    @Test
    void ignoredOnesAreListedOnlyWhereAllAreAndComeBack() throws Exception {
        agent("2098765", "whatever");
        assertThat(agent.register(300)).isEqualTo(404);
        JsonNode stray = until("2098765", s -> s.path("outcome").asString().startsWith("404"));
        String path = "/api/strays/" + stray.path("id").asLong() + "/ignored";
        assertThat(pier.client().post(path, Map.of()).status()).isEqualTo(204);
        assertThat(stray("2098765", false).isMissingNode()).isTrue();
        assertThat(stray("2098765", true).path("ignored").asBoolean()).isTrue();
        assertThat(pier.client().delete(path).status()).isEqualTo(204);
        assertThat(stray("2098765", false).isMissingNode()).isFalse();
    }

    @Test
    void whoIsRefusedFromNowOnIsAnsweredSo() throws Exception {
        extension("2163");
        agent("2163", "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until("2163", s -> s.path("registered").asBoolean());
        String path = "/api/strays/" + stray.path("id").asLong() + "/refused";
        assertThat(pier.client().post(path, Map.of()).status()).isEqualTo(204);
        assertThat(agent.register(300)).isEqualTo(403);
        assertThat(pier.client().delete(path).status()).isEqualTo(204);
        assertThat(agent.register(300)).isEqualTo(200);
    }

    @Test
    void aStrayIsNotADeviceWithoutItsNumberAndIsOnceItHasIt() throws Exception {
        extension("2164");
        agent("2164", "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until("2164", s -> s.path("registered").asBoolean());
        String path = "/api/strays/" + stray.path("id").asLong() + "/device";
        long other = pier.enrolled("02-4B-7A-0E-25-03", "Other desk", "2165", "");
        var refused = pier.client().put(path, Map.of("deviceId", other));
        assertThat(refused.problemAt("/deviceId")).startsWith("Other desk has no line with 2164.");
        lines(other, "2165", "2164");
        RunningServer.until(
                "handed over",
                () -> pier.sheet(other).at("/lines/1/state").asString().equals("registered"));
    }

    @Test
    void aStrayIsHandedToTheOnlyDeviceThatHasItsNumber() throws Exception {
        extension("2108");
        agent("2108", "");
        assertThat(agent.register(300)).isEqualTo(200);
        until("2108", s -> s.path("registered").asBoolean());
        long device = pier.enrolled("02-4B-7A-0E-25-06", "Only desk", "2108", "");
        RunningServer.until(
                "handed over",
                () -> pier.sheet(device).at("/lines/0/state").asString().equals("registered"));
        assertThat(stray("2108", true).isMissingNode()).isTrue();
        assertThat(agent.register(300)).isEqualTo(200);
        assertThat(pier.sheet(device).at("/where/registered/0/address").asString())
                .isEqualTo(agent.address());
    }

    @Test
    void ofTwoWithItsNumberSomebodySaysWhichItIs() throws Exception {
        String number = "2109";
        long one = pier.enrolled("02-4B-7A-0E-25-07", "First desk", number, "");
        long two = pier.enrolled("02-4B-7A-0E-25-08", "Second desk", "2114", "");
        lines(two, "2114", number);
        agent(number, "");
        assertThat(agent.register(300)).isEqualTo(200);
        JsonNode stray = until(number, s -> s.path("registered").asBoolean());
        String path = "/api/strays/" + stray.path("id").asLong() + "/device";
        assertThat(pier.client().put(path, Map.of("deviceId", two)).status()).isEqualTo(204);
        RunningServer.until(
                "handed over",
                () -> pier.sheet(two).at("/lines/1/state").asString().equals("registered"));
        assertThat(agent.register(300)).isEqualTo(200);
        assertThat(pier.sheet(one).at("/lines/0/state").asString()).isEqualTo("not registered");
        Map<String, Object> nobody = new HashMap<>();
        nobody.put("deviceId", null);
        assertThat(pier.client().put(path, nobody).status()).isEqualTo(204);
    }
}
