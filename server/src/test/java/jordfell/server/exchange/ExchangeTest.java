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

    private JsonNode taken(String what, String csv) {
        return client.putFile(
                        "/api/import/" + what + "/take?domainId=" + pier.domainId, csv.getBytes(StandardCharsets.UTF_8))
                .json();
    }

    @ParameterizedTest
    @CsvSource({"people", "extensions", "numbers", "groups", "diversions"})
    void tablesComeInAgainUnchanged(String what) {
        taken("groups", "Number;Name;Members\n2860;All of the quay;2400\n");
        taken("diversions", "Extension;Busy\n2400;2860\n");
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
                "numbers|Outside number;Extension|+99955770009;2999|Extension: There is no extension, no place and no group “2999”.",
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

    @Test
    void groupsComeFromATableInTheirOrderAndAreTakenBack() {
        extensions("2221", "2222");
        String csv = "Number;Name;Ring;Seconds;Members;Afterwards\n"
                + "2863;Quay;in turn;15;2221+2222;2400\n2864;Both;together;20;2863, 2221;\n"
                + "2865;Nobody;together;20;2869;\n2866;Odd;sideways;20;2221;\n";
        JsonNode looked = look("groups", csv);
        assertThat(looked.path("fresh").asInt())
                .as("one has one of the table as a member")
                .isEqualTo(2);
        assertThat(looked.path("shown").toString())
                .contains("Members: “2869” is no extension and no group.")
                .contains("Ring: “sideways” is no way to ring. Write together or in turn.");
        JsonNode done = taken("groups", csv);
        assertThat(look("groups", "Number;Seconds\n2863;30\n").path("shown").toString())
                .contains("Seconds “30” instead of “15”");
        client.post("/api/acts/" + done.path("actId").asLong() + "/undo", Map.of());
        assertThat(look("groups", csv).path("fresh").asInt()).isEqualTo(2);
    }

    @Test
    void diversionsComeFromATableAndRowsThatSendACallRoundAreRefused() {
        extensions("2223", "2224");
        String csv = "Extension;Always;Not answered;After seconds\n2223;2224;;\n2224;2223;;\n2899;2223;;\n";
        JsonNode looked = look("diversions", csv);
        assertThat(looked.path("shown").toString())
                .contains("Always “2224” instead of “”")
                .contains("Calls would go round: 2224 → 2223 → 2224.")
                .contains("“2899” is no extension of this domain.");
        JsonNode done = taken("diversions", csv);
        assertThat(done.path("rows").asInt()).isEqualTo(1);
        assertThat(client.get("/api/calls/path?domainId=" + pier.domainId + "&number=2223")
                        .toString())
                .contains("2224");
        client.post("/api/acts/" + done.path("actId").asLong() + "/undo", Map.of());
        assertThat(new String(export("diversions.csv"), StandardCharsets.UTF_8)).doesNotContain("2223");
    }

    @Test
    void aPermissionThatIsNotThereIsRefusedInATableAsInTheForm() {
        extensions("2225");
        assertThat(look("extensions", "Number;Permission class\n2225;calls the moon\n")
                        .path("shown")
                        .toString())
                .contains("There is no permission “calls the moon”");
    }

    private void extensions(String... numbers) {
        for (String number : numbers) {
            client.post(
                    "/api/extensions",
                    Map.of("domainId", pier.domainId, "number", number, "displayName", "X" + number));
        }
    }
}
