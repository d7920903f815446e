package jordfell.server.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import jordfell.server.lab.LabService;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import jordfell.server.support.UserAgent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Diversions and groups at the registrar: kept, shown, refused, taken back, and followed by calls. */
class CallRoutesApiTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private String extension(String number) {
        Answer made = client.post(
                "/api/extensions",
                Map.of("domainId", pier.domainId, "number", number, "displayName", "Number " + number));
        assertThat(made.status()).as(made.toString()).isIn(200, 201);
        return number;
    }

    private UserAgent agent(String number) throws IOException {
        ExtensionStore extensions = pier.server().bean(ExtensionStore.class);
        Extension kept = extensions.byNumber(pier.domainId, number).orElseThrow();
        return new UserAgent(
                pier.server().bean(LabService.class).sipPort(),
                Pier.DOMAIN,
                number,
                kept.authUser(),
                extensions.passwords(kept.id()).get(0));
    }

    private void undo(String what) {
        for (JsonNode act : client.get("/api/acts").json()) {
            if (act.path("title").asString().equals(what)) {
                assertThat(client.post("/api/acts/" + act.path("id").asLong() + "/undo", Map.of())
                                .status())
                        .isLessThan(300);
                return;
            }
        }
        throw new AssertionError("nobody " + what);
    }

    private String diversionsOf(String number) {
        return "/api/calls/diversions?domainId=" + pier.domainId + "&number=" + number;
    }

    private Map<String, Object> wish(String always, String busy, String late, String away, long version) {
        return Map.of(
                "always",
                always,
                "busy",
                busy,
                "unanswered",
                late,
                "afterSeconds",
                12,
                "unreachable",
                away,
                "version",
                version);
    }

    private long version(String number) {
        return client.get(diversionsOf(number)).json().path("version").asLong();
    }

    private String sentence(String number) {
        return client.get("/api/calls/path?domainId=" + pier.domainId + "&number=" + number)
                .json()
                .path("sentence")
                .asString();
    }

    private Map<String, Object> group(String number, List<String> members) {
        return Map.of(
                "domainId",
                pier.domainId,
                "number",
                number,
                "name",
                "Desk " + number,
                "together",
                true,
                "eachSeconds",
                15,
                "members",
                members,
                "afterwards",
                "",
                "version",
                1);
    }

    @Test
    void diversionsAreKeptShownAndTakenBack() {
        String id = extension("2121");
        extension("2122");
        assertThat(sentence("2121")).isEqualTo("It rings nothing: 2121 is on no device.");
        assertThat(client.put(diversionsOf(id), wish("", "", "", "*8378", version(id)))
                        .status())
                .isLessThan(300);
        assertThat(sentence("2121")).isEqualTo("It is answered by the test call.");
        JsonNode kept = client.get(diversionsOf(id)).json();
        assertThat(kept.path("unreachable").asString()).isEqualTo("*8378");
        assertThat(kept.path("afterSeconds").asInt()).isEqualTo(12);
        undo("changed where calls for 2121 go");
        assertThat(client.get(diversionsOf(id)).json().path("unreachable").asString())
                .isEmpty();
        assertThat(sentence("2121")).startsWith("It rings nothing");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2123 | 2123 | Calls for 2123 would go round.
            2124 | 2189 | Nobody has 2189, and no dial list of 2124 sends it outside.
            2125 | here | “here” is no number.
            """)
    void whereNobodyIsCallsAreNotSent(String number, String target, String reason) {
        String id = extension(number);
        assertThat(client.put(diversionsOf(id), wish(target, "", "", "", version(id)))
                        .problemAt("/always"))
                .startsWith(reason);
        assertThat(client.put(diversionsOf(id), wish("", "", "", "", version(id) + 7))
                        .status())
                .as("somebody else changed it")
                .isEqualTo(412);
        assertThat(client.get(diversionsOf("2199")).status()).isEqualTo(404);
    }

    @Test
    void groupsAreKeptChangedRemovedAndTakenBack() {
        extension("2126");
        Answer made = client.post("/api/groups", group("2127", List.of("2126")));
        assertThat(made.status()).as(made.toString()).isEqualTo(201);
        long id = made.json().path("id").asLong();
        assertThat(sentence("2127")).isEqualTo("It rings nothing: nothing is registered as 2127.");
        assertThat(client.post("/api/groups", group("2127", List.of("2126"))).problemAt("/number"))
                .isEqualTo("2127 is Desk 2127 already. Choose one that is free.");
        assertThat(client.put("/api/groups/" + id, group("2127", List.of("2126", "2189")))
                        .problemAt("/members/1"))
                .startsWith("“2189” is no extension");
        assertThat(client.put("/api/groups/" + id, group("2128", List.of("2126")))
                        .status())
                .isLessThan(300);
        assertThat(client.put("/api/groups/" + id, group("2128", List.of("2126")))
                        .status())
                .as("it has another version by now")
                .isEqualTo(412);
        assertThat(client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2128"))
                        .problemAt("/number"))
                .as("a group has it")
                .startsWith("2128");
        assertThat(client.delete("/api/groups/" + id).status()).isEqualTo(204);
        undo("removed group 2128");
        assertThat(client.get("/api/groups?domainId=" + pier.domainId).json().toString())
                .contains("\"2128\"")
                .contains("\"members\":[\"2126\"]");
    }

    @Test
    void anOutsideNumberRingsAGroup() {
        extension("2134");
        long id = client.post("/api/groups", group("2135", List.of("2134")))
                .json()
                .path("id")
                .asLong();
        Map<String, Object> wish = Map.of("domainId", pier.domainId, "e164", "+999 5509 2135", "extension", "2135");
        assertThat(client.post("/api/outside-numbers", wish).status()).isEqualTo(201);
        assertThat(sentence("%2B99955092135")).isEqualTo("It rings nothing: nothing is registered as 2135.");
        assertThat(client.get("/api/outside-numbers?domainId=" + pier.domainId + "&q=Desk%202135")
                        .json()
                        .toString())
                .contains("\"extension\":\"2135\"")
                .contains("\"rings\":\"Desk 2135\"");
        assertThat(client.delete("/api/groups/" + id).problemAt("/")).startsWith("+999 55 09 21 35 rings 2135.");
        assertThat(client.post(
                                "/api/outside-numbers",
                                Map.of("domainId", pier.domainId, "e164", "+999 5509 2136", "extension", "2199"))
                        .problemAt("/extension"))
                .startsWith("There is no extension, no place and no group “2199”.");
    }

    @Test
    void othersSeeANumberOfTheDomainOrNone() {
        extension("2137");
        long id = pier.extensionId("2137");
        client.post("/api/outside-numbers", Map.of("domainId", pier.domainId, "e164", "+999 5509 2137"));
        assertThat(shown(id, "+999 5500 0001").problemAt("/outgoing"))
                .startsWith("“+999 5500 0001” is no outside number of this domain and no extension");
        for (String known : List.of("+999 55 09 21 37", "0099955092137", "2137", "")) {
            assertThat(shown(id, known).status()).as(known).isLessThan(300);
        }
    }

    private Answer shown(long id, String outgoing) {
        JsonNode now = client.get("/api/extensions/" + id).json();
        return client.put(
                "/api/extensions/" + id,
                Map.of(
                        "number",
                        "2137",
                        "displayName",
                        "Desk",
                        "authUser",
                        "2137-a",
                        "contactLimit",
                        2,
                        "outside",
                        false,
                        "outgoing",
                        outgoing,
                        "version",
                        now.path("version").asLong()));
    }

    @Test
    void numbersThatRingNothingAreFound() {
        extension("2129");
        JsonNode found = client.get("/api/calls/dead?domainId=" + pier.domainId + "&end=NO_DEVICE")
                .json();
        assertThat(found.path("numbers").toString()).contains("2129 is on no device.");
        assertThat(found.path("looked").asInt())
                .isGreaterThanOrEqualTo(found.path("dead").asInt());
        assertThat(found.path("byEnd").path("NO_DEVICE").asInt()).isPositive();
        assertThat(client.get("/api/calls/dead?domainId=0").status()).isEqualTo(404);
    }

    /** By real calls of agents that are none of the Lab's. */
    @Test
    void callsGoWhereTheyAreDiverted() throws IOException {
        extension("2131");
        String diverted = extension("2132");
        extension("2133");
        assertThat(client.put(diversionsOf(diverted), wish("2133", "", "", "", version(diverted)))
                        .status())
                .isLessThan(300);
        try (UserAgent from = agent("2131");
                UserAgent to = agent("2133")) {
            assertThat(from.register(300)).isEqualTo(200);
            assertThat(to.register(300)).isEqualTo(200);
            RunningServer.until("it rings", () -> sentence("2132").startsWith("It rings A phone"));
            Thread answering = new Thread(() -> {
                try {
                    to.answer(3_000);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
            answering.start();
            assertThat(from.call("2132")).isEqualTo(200);
        }
    }
}
