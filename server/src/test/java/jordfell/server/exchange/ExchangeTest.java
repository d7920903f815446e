package jordfell.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Everything that goes out comes in again without a change, and nothing that comes in is run by anybody. */
class ExchangeTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    private byte[] export(String what) {
        return client.get("/api/export/" + what + "?domainId=" + pier.domainId)
                .response()
                .body()
                .getBytes(StandardCharsets.UTF_8);
    }

    private JsonNode look(String what, String csv) {
        return client.putFile(
                        "/api/import/" + what + "?domainId=" + pier.domainId, csv.getBytes(StandardCharsets.UTF_8))
                .json();
    }

    @ParameterizedTest
    @CsvSource({"people", "extensions", "numbers"})
    void tablesComeInAgainUnchanged(String what) {
        client.post(
                "/api/extensions", Map.of("domainId", pier.domainId, "number", "2195", "person", "=Evil, \"Quoted\""));
        client.post(
                "/api/outside-numbers",
                Map.of("domainId", pier.domainId, "e164", "+999 55 77 0001", "extension", "2195", "note", "-1+1"));
        byte[] out = export(what + ".csv");
        JsonNode looked = look(what, new String(out, StandardCharsets.UTF_8));
        assertThat(looked.path("unchanged").asInt()).isPositive();
        assertThat(looked.path("shown")).isEmpty();
        TableReading.Table table = (TableReading.Table) TableReader.read(out);
        assertThat(table.records()).hasSize(looked.path("unchanged").asInt() + 1);
    }

    @Test
    void devicesComeInAgainUnchanged() {
        pier.enrolled("02-4B-7A-24-00-01", "=cmd|' /C calc'!A0", "2196", "2197");
        String out = new String(export("devices.csv"), StandardCharsets.UTF_8);
        assertThat(out).contains("'=cmd").doesNotContain(",=cmd");
        Client lead = pier.server().lead();
        lead.putFile("/api/intake/sheet/file?name=devices.csv", out.getBytes(StandardCharsets.UTF_8));
        JsonNode sheet = lead.get("/api/intake/sheet").json();
        lead.delete("/api/intake/sheet");
        assertThat(sheet.path("unchanged").asInt())
                .isEqualTo(sheet.path("total").asInt());
    }

    @Test
    void tableOfPeopleIsShownThenTakenAndUndone() {
        String csv = "Name;E-mail;Department\nRune Testesen;rune@x.example;Deck\n;nobody@x.example;Deck\n"
                + "Rune Testesen;rune@x.example;Deck\n";
        JsonNode looked = look("people", csv);
        assertThat(looked.path("fresh").asInt()).isEqualTo(1);
        assertThat(looked.path("refused").asInt()).isEqualTo(2);
        assertThat(looked.path("shown").toString()).contains("the same stands on line 2");
        JsonNode taken = client.putFile(
                        "/api/import/people/take?domainId=" + pier.domainId, csv.getBytes(StandardCharsets.UTF_8))
                .json();
        assertThat(taken.path("rows").asInt()).isEqualTo(1);
        assertThat(look("people", csv.replace("Deck", "Bridge")).path("shown").toString())
                .contains("Department “Bridge” instead of “Deck”");
        assertThat(look("people", csv.replace("Deck", "")).path("shown").toString())
                .contains("Department “Deck” is cleared");
        assertThat(look("people", csv.replace("Rune", "RUNE")).path("shown").toString())
                .contains("Name “RUNE Testesen” instead of “Rune Testesen”");
        client.post("/api/acts/" + taken.path("actId").asLong() + "/undo", Map.of());
        assertThat(look("people", csv).path("fresh").asInt()).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "extensions|Number;Shown as|9999;x|Number: 9999 would get in the way",
                "extensions|Number;Person|2198;Nobody Known|Person: Nobody is called Nobody Known",
                "extensions|Number;Outside|2198;maybe|Outside: “maybe” is neither yes nor no.",
                "extensions|Number;Contacts|2198;11|Contacts: 11 devices at once can’t be.",
                "extensions|Number;Authentication user|2198;a b|Authentication user: An authentication user is made of",
                "extensions|Number;Outgoing number|2198;reception|Outgoing number: “reception” has no country code",
                "numbers|Outside number;Extension|+99955770009;2999|Extension: There is no extension and no group 2999.",
                "numbers|Outside number;Note|55770009;x|has no country code",
                "people|Name;Kit|Ny Mann;Captain|Kit: No kit is called “Captain”."
            })
    void wrongRowsSayWhereAndWhy(String what, String headings, String row, String reason) {
        JsonNode looked = look(what, headings + "\n" + row + "\n");
        assertThat(looked.path("shown").get(0).path("fate").asString()).isEqualTo("REFUSED");
        assertThat(looked.path("shown").get(0).path("words").asString()).contains(reason);
    }

    @Test
    void rowsAreHeldAgainstEachOtherAndAgainstWhatIsThere() {
        long device = pier.enrolled("02-4B-7A-0E-21-01", "Table 1", "2232", "");
        pier.enrolled("02-4B-7A-0E-21-02", "Table 2", "shared 2232", "");
        assertThat(pier.sheet(device).path("label").asString()).isEqualTo("Table 1");
        JsonNode tooFew = look("extensions", "Number;Contacts\n2232;1\n");
        assertThat(tooFew.path("shown").get(0).path("words").asString()).contains("Contacts: 2232 is on 2 devices.");
        JsonNode twice = look("numbers", "Outside number;Note\n+999 55 77 00 01;a\n+99955770001;b\n");
        assertThat(twice.path("refused").asInt()).isEqualTo(1);
    }

    @Test
    void tableWithoutTheRightHeadingIsRefused() {
        assertThat(client.putFile(
                                "/api/import/people?domainId=" + pier.domainId,
                                "Navn;Avdeling\nx;y".getBytes(StandardCharsets.UTF_8))
                        .problemAt("/file"))
                .contains("headings with a column “Name”");
    }

    @Test
    void accountsHoldPasswordsForLeadsAloneAndThatIsRecorded() {
        client.post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2199"));
        String path = "/api/export/accounts.json?domainId=" + pier.domainId;
        assertThat(client.get(path + "&secrets=true").status()).isEqualTo(403);
        for (JsonNode account : client.get(path).json()) {
            assertThat(account.path("password").asString()).isEmpty();
        }
        JsonNode all = pier.server().lead().get(path + "&secrets=true").json();
        assertThat(all)
                .allSatisfy(a -> assertThat(a.path("password").asString()).isNotEmpty());
        List<String> told = pier.server()
                .bean(jordfell.server.jdbc.Jdbc.class)
                .list("select what from audit", row -> row.text("what"));
        assertThat(told).contains("all passwords and PINs of voice.tarnholm.example, for a registrar");
        assertThat(pier.server().viewer().get(path).status()).isEqualTo(403);
    }
}
