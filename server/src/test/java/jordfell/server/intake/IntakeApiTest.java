package jordfell.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IntakeApiTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private static Map<String, String> row(String mac, String extension) {
        return Map.of("device", mac, "model", "korrin-k24", "label", "Intake " + mac, "extension", extension);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    02-4B-7A-03-00-0O | ''   | /rows/0/device    | letter O
                    01-00-5E-00-00-01 | ''   | /rows/0/device    | multicast
                    02-4B-7A-03-00-01 | 2900 | /rows/0/extension | outside the blocks
                    02-4B-7A-03-00-01 | abc  | /rows/0/extension | digits only
                    """)
    void badRowsAreRefusedAtTheirFieldWithWhatWouldBeRight(
            String mac, String extension, String pointer, String reason) {
        Answer answer = pier.enrol(row(mac, extension));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.problemAt(pointer)).contains(reason);
        assertThat(answer.response().headers().firstValue("Content-Type"))
                .hasValueSatisfying(type -> assertThat(type).startsWith("application/problem+json"));
    }

    @Test
    void enrolledMacIsRefusedWithALinkToItsDevice() {
        long id = pier.enrolled("02-4B-7A-03-00-02", "First", "", "");
        assertThat(id).isPositive();
        assertThat(pier.enrol(row("024b.7a03.0002", "")).problemAt("/rows/0/device"))
                .contains("Enrolled already as First at Eskvik Pier.");
    }

    @Test
    void oneBadRowWritesNone() {
        List<Map<String, String>> rows = new ArrayList<>();
        rows.add(row("02-4B-7A-03-00-03", "2444"));
        rows.add(row("02-4B-7A-03-00-04", "9"));
        Answer answer =
                pier.client().post("/api/intake", Map.of("defaults", Map.of("site", "Eskvik Pier"), "rows", rows));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.problemAt("/rows/1/extension")).isNotEmpty();
        assertThat(pier.client()
                        .get("/api/devices?q=02-4B-7A-03-00-03")
                        .json()
                        .path("total")
                        .asInt())
                .isZero();
        assertThat(pier.client()
                        .get("/api/extensions?domainId=" + pier.domainId + "&q=2444")
                        .json()
                        .path("rows"))
                .isEmpty();
    }

    @Test
    void personIsMadeOnceAndFoundAgain() {
        for (String[] r : new String[][] {{"02-4B-7A-03-00-05", "2010"}, {"02-4B-7A-03-00-06", "2011"}}) {
            Answer answer = pier.enrol(
                    Map.of("device", r[0], "model", "korrin-k24", "person", "Anna Bergström", "extension", r[1]));
            assertThat(answer.status()).isEqualTo(201);
        }
        assertThat(pier.client()
                        .get("/api/extensions?domainId=" + pier.domainId + "&q=anna bergs".replace(" ", "%20"))
                        .json()
                        .path("rows"))
                .hasSize(2)
                .allSatisfy(e -> assertThat(e.path("person").asString()).isEqualTo("Anna Bergström"));
        assertThat(pier.server().bean(jordfell.server.records.PersonStore.class).named(pier.domainId, "Anna Bergström"))
                .hasSize(1);
    }

    @Test
    void peopleOfOneNameAreAsManyAsSomebodySaid() {
        List<Map<String, String>> rows = List.of(
                Map.of("device", "02-4B-7A-03-02-07", "person", "Nora Lund (each)", "extension", "2027"),
                Map.of("device", "02-4B-7A-03-02-08", "person", "Nora Lund (each)", "extension", "2028"),
                Map.of("device", "02-4B-7A-03-02-09", "person", "Tor Lund (new)", "extension", "2029"),
                Map.of("device", "02-4B-7A-03-02-0A", "person", "Tor Lund (new)", "extension", "2026"));
        Map<String, String> all = Map.of("site", "Eskvik Pier", "model", "korrin-k24");
        assertThat(pier.client()
                        .post("/api/intake", Map.of("rows", rows, "defaults", all))
                        .status())
                .isEqualTo(201);
        var people = pier.server().bean(jordfell.server.records.PersonStore.class);
        assertThat(people.named(pier.domainId, "Nora Lund")).hasSize(2);
        assertThat(people.named(pier.domainId, "Tor Lund")).hasSize(1);
    }

    @Test
    void emptyHugeAndBrokenBodiesAreRefusedInWords() {
        assertThat(pier.client().post("/api/intake", Map.of("rows", List.of())).problemAt("/rows"))
                .contains("There are 0 rows.");
        assertThat(pier.client()
                        .post("/api/intake", Map.of("rows", java.util.Collections.nCopies(1_001, row("x", ""))))
                        .problemAt("/rows"))
                .contains("1 to 1000 go at once.");
        assertThat(pier.client()
                        .post("/api/intake", Map.of("rows", List.of(Map.of("colour", "red"))))
                        .problemAt("/rows"))
                .contains("There is no column “colour”.");
        Answer broken = pier.client().post("/api/intake", "{\"rows\": [");
        assertThat(broken.status()).isEqualTo(400);
        assertThat(broken.json().path("detail").asString()).contains("not the JSON");
        assertThat(broken.toString()).doesNotContain("Exception").doesNotContain("jackson");
    }

    @Test
    void deviceWithoutAnExtensionIsHeldAtBoundAndCannotBeReleased() {
        long id = pier.enrolled("02-4B-7A-03-00-07", "Nobody's window", "", "");
        RunningServer.until("held at Bound", () -> pier.sentence(id).equals("Line 1 has no extension."));
        Answer release = pier.client().post("/api/releases", Map.of("deviceIds", List.of(id), "reason", "x"));
        assertThat(release.status()).isEqualTo(422);
        assertThat(release.problemAt("/deviceIds/0")).contains("Line 1 of Nobody's window has no extension.");
    }
}
