package jordfell.server.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

class RosterApiTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private Answer make(String number, String person) {
        return pier.client()
                .post(
                        "/api/extensions",
                        Map.of("domainId", pier.domainId, "number", number, "displayName", "", "person", person));
    }

    private JsonNode row(String number) {
        return pier.client()
                .get("/api/extensions?domainId=" + pier.domainId + "&q=" + number)
                .json()
                .path("rows")
                .get(0);
    }

    private Answer change(String number, String field, Object value) {
        JsonNode row = row(number);
        Map<String, Object> wish = new HashMap<>();
        wish.put("number", number);
        wish.put("displayName", row.path("displayName").asString());
        wish.put("person", row.path("person").asString());
        wish.put("authUser", row.path("authUser").asString());
        wish.put("contactLimit", row.path("contactLimit").asInt());
        wish.put("version", row.path("version").asLong());
        wish.put(field, value);
        return pier.client().put("/api/extensions/" + row.path("id").asLong(), wish);
    }

    @Test
    void nextFreeNumberIsOfferedAndMadeWithAPassword() {
        String next = pier.client()
                .get("/api/extensions/next?domainId=" + pier.domainId)
                .json()
                .path("number")
                .asString();
        assertThat(make(next, "Juno Aalto").status()).isEqualTo(201);
        assertThat(row(next).path("displayName").asString()).isEqualTo("Juno Aalto");
        assertThat(row(next).path("authUser").asString()).isEqualTo(next + "-a");
        assertThat(pier.server()
                        .bean(ExtensionStore.class)
                        .passwords(row(next).path("id").asLong()))
                .singleElement()
                .satisfies(p -> assertThat(p).hasSize(20));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    2900 | outside the blocks
                    ''   | The number is missing.
                    x    | digits only
                    112  | emergency
                    """)
    void badNumbersAreRefusedAtTheField(String number, String reason) {
        assertThat(make(number, "").problemAt("/number")).contains(reason);
    }

    @Test
    void whereSeveralHaveTheNameItIsAskedWhoseTheExtensionIs() {
        for (String department : java.util.List.of("Deck", "Harbour")) {
            pier.client()
                    .post(
                            "/api/people",
                            Map.of("domainId", pier.domainId, "name", "Asta Twice", "department", department));
        }
        assertThat(make("2242", "Asta Twice").problemAt("/person"))
                .contains("2 people are called Asta Twice.")
                .contains("Asta Twice (Deck), or Asta Twice (Harbour)");
        assertThat(make("2242", "Asta Twice (Harbour)").status()).isEqualTo(201);
        long whose = row("2242").path("personId").asLong();
        assertThat(change("2242", "contactLimit", 3).status()).isEqualTo(200);
        assertThat(row("2242").path("personId").asLong()).as("whose it was").isEqualTo(whose);
        assertThat(row("2242").path("department").asString()).isEqualTo("Harbour");
    }

    @Test
    void whoCannotBeToldApartYetIsToldHowTheyCanBe() {
        for (int i = 0; i < 2; i++) {
            pier.client()
                    .post("/api/people", Map.of("domainId", pier.domainId, "name", "Ove Twin", "department", "Deck"));
        }
        assertThat(make("2244", "Ove Twin").problemAt("/person"))
                .contains("2 people are called Ove Twin.")
                .contains("Give each a department or an e-mail address of their own");
        for (int i = 0; i < 2; i++) { // nobody else can tell them apart either
            JsonNode act = pier.client().get("/api/acts").json().get(i);
            assertThat(act.path("title").asString()).contains("Ove Twin");
            pier.client().post("/api/acts/" + act.path("id").asLong() + "/undo", Map.of());
        }
    }

    @Test
    void somebodyWhoCameWithAnExtensionGoesWithItsUndo() {
        assertThat(make("2243", "Came Along").status()).isEqualTo(201);
        String search = "/api/people?domainId=" + pier.domainId + "&q=Came%20Along";
        assertThat(pier.client().get(search).json().path("rows")).hasSize(1);
        JsonNode act = pier.client().get("/api/acts").json().get(0);
        assertThat(act.path("title").asString()).contains("2243");
        pier.client().post("/api/acts/" + act.path("id").asLong() + "/undo", Map.of());
        assertThat(pier.client().get(search).json().path("rows")).isEmpty();
    }

    @Test
    void takenNumberIsRefusedAndANextOneNamed() {
        make("2020", "");
        assertThat(make("2020", "").problemAt("/number"))
                .contains("2020 is taken.")
                .contains("The next free number is");
    }

    @Test
    void numbersAreUniqueWithinADomainOnly() {
        make("2421", "");
        long auction = pier.server()
                .bean(DomainStore.class)
                .byName("phones.eskvik-auction.example")
                .orElseThrow()
                .id();
        assertThat(pier.client()
                        .post("/api/extensions", Map.of("domainId", auction, "number", "2421", "displayName", "Scales"))
                        .status())
                .isEqualTo(201);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    authUser     | a b  | /authUser     | letters, digits
                    authUser     | ''   | /authUser     | letters, digits
                    contactLimit | 0    | /contactLimit | 1 to 10 can.
                    contactLimit | 11   | /contactLimit | 1 to 10 can.
                    number       | 2999 | /number       | outside the blocks
                    """)
    void badChangesAreRefusedAtTheField(String field, String value, String pointer, String reason) {
        make("2022", "");
        assertThat(change("2022", field, value).problemAt(pointer)).contains(reason);
    }

    @Test
    void changeOfAnOldVersionIsRefused() {
        make("2023", "");
        long version = row("2023").path("version").asLong();
        assertThat(change("2023", "displayName", "New").status()).isEqualTo(200);
        assertThat(change("2023", "version", version).status()).isEqualTo(412);
        assertThat(row("2023").path("displayName").asString()).isEqualTo("New");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    'Lighthouse-7731 ' | blank
                    short              | 12 to 64
                    harbourharbour     | this domain asks for good
                    aaaabbbbaaaabbbb   | repeats
                    """)
    void unfitPasswordsAreRefusedAtTheField(String password, String reason) {
        make("2024", "");
        assertThat(pier.client()
                        .post(
                                "/api/extensions/" + row("2024").path("id").asLong() + "/password",
                                Map.of("password", password))
                        .problemAt("/password"))
                .contains(reason);
    }

    @Test
    void typedPasswordIsTakenOnceAndNotAgain() {
        make("2025", "");
        String path = "/api/extensions/" + row("2025").path("id").asLong() + "/password";
        assertThat(pier.client()
                        .post(path, Map.of("password", "Lighthouse-7731"))
                        .status())
                .isEqualTo(204);
        assertThat(pier.client()
                        .post(path, Map.of("password", "Lighthouse-7731"))
                        .problemAt("/password"))
                .contains("had this password before");
    }

    @Test
    void removedExtensionLeavesItsLineUnbound() {
        long id = pier.enrolled("02-4B-7A-06-00-01", "Left alone", "2462", "");
        assertThat(pier.client()
                        .delete("/api/extensions/" + pier.extensionId("2462"))
                        .status())
                .isEqualTo(204);
        RunningServer.until("told", () -> pier.sentence(id).equals("Line 1 has no extension."));
    }

    @Test
    void renumberedExtensionIsUnknownToTheRegistrarUntilReleased() {
        String mac = "02-4B-7A-06-00-02";
        long id = pier.enrolled(mac, "Renumbered", "2463", "");
        pier.unbox(mac);
        pier.release(id);
        pier.untilRail(id, "ppppppp");
        assertThat(change("2463", "number", "2464").status()).isEqualTo(200);
        pier.client().post("/api/lab/phones/" + mac + "/restart", Map.of());
        RunningServer.until(
                "told",
                () -> pier.sentence(id).equals("It registers as 2463, which voice.tarnholm.example does not have."));
        pier.release(id);
        RunningServer.untilLong("accepted", () -> pier.rail(id).startsWith("ppppppp"));
    }
}
