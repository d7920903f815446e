package jordfell.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Files that become devices. */
class SheetApiTest extends SheetFixture {

    @Test
    void messyFileBecomesDevicesAndIsUndoneAndDoneAgain() {
        String csv = "Beskrivelse;MAC address;Type;Name;Location;Extension\n"
                + "Desk 1;02:4B:7A:20:00:01;K24;Ane Møller;eskvik pier;2180\n"
                + "Desk 2;024b7a200002;;Bo Møller;Eskvik Pier;\n"
                + "Desk 3;;K12;Caja Møller;Eskvik Pier;2182\n";
        assertThat(file("list.csv", csv, StandardCharsets.ISO_8859_1).status()).isEqualTo(204);
        JsonNode read = sheet();
        assertThat(read.path("file").path("encoding").asString()).isEqualTo("Latin-1");
        assertThat(read.path("file").path("readings")).hasSize(3);
        assertThat(client.post("/api/intake/sheet/enrol", Map.of()).problemAt("/encoding"))
                .startsWith("It is not said yet how the letters of list.csv are to be read.");
        assertThat(client.put("/api/intake/sheet/encoding", Map.of("encoding", "Runes"))
                        .problemAt("/encoding"))
                .contains("It can as Latin-1,");
        assertThat(client.put("/api/intake/sheet/encoding", Map.of("encoding", "Latin-1"))
                        .status())
                .isEqualTo(204);
        assertThat(read.path("file").path("fields").toString())
                .isEqualTo("[\"\",\"device\",\"model\",\"person\",\"site\",\"extension\"]");
        assertThat(read.path("ready").asInt()).isEqualTo(1);
        assertThat(read.path("asked").asInt()).isEqualTo(2);
        client.put(
                "/api/intake/sheet/mapping",
                Map.of("fields", List.of("label", "device", "model", "person", "site", "extension"), "headings", true));
        for (JsonNode q : sheet().path("questions")) {
            answer(q.path("question").asString(), q.path("answers").get(0).asString());
        }
        assertThat(sheet().path("ready").asInt()).isEqualTo(3);
        JsonNode enrolled = client.post("/api/intake/sheet/enrol", Map.of("name", "Møllers"))
                .json();
        assertThat(enrolled.path("deviceIds")).hasSize(3);
        assertThat(sheet().path("total").asInt()).isZero();
        assertThat(devices("M%C3%B8ller")).isEqualTo(3);
        JsonNode batch = client.get("/api/batches/" + enrolled.path("batchId").asLong())
                .json()
                .path("batch");
        assertThat(batch.path("source").asString()).isEqualTo("list.csv");
        assertThat(batch.path("people").asInt()).isEqualTo(3);
        String act = "/api/acts/" + batch.path("actId").asLong();
        String password = passwordOf("2180");
        assertThat(password).hasSize(20);
        assertThat(client.post(act + "/undo", Map.of()).status()).isEqualTo(200);
        assertThat(devices("M%C3%B8ller")).isZero();
        assertThat(client.get("/api/people?domainId=1&q=M%C3%B8ller").json().path("rows"))
                .isEmpty();
        assertThat(client.post(act + "/undo", Map.of()).status()).isEqualTo(422);
        assertThat(client.post(act + "/redo", Map.of()).status()).isEqualTo(200);
        assertThat(devices("M%C3%B8ller")).isEqualTo(3);
        assertThat(passwordOf("2180")).isEqualTo(password);
    }

    @Test
    void cellsThatLookLikeNumbersOfTheBlockAreRefusedOneByOne() {
        String csv = "MAC,Model,Site,Label,Ext.\n"
                + "024b7a200031,korrin-k24,Eskvik Pier,One,n.a.\n"
                + "024b7a200032,korrin-k24,Eskvik Pier,Two,2e+3\n"
                + "024b7a200033,korrin-k24,Eskvik Pier,Three,2.0E+03\n"
                + "024b7a200034,korrin-k24,Eskvik Pier,Four,\n";
        assertThat(file("odd.csv", csv, StandardCharsets.UTF_8).status()).isEqualTo(204);
        JsonNode read = sheet();
        assertThat(read.path("total").asInt()).isEqualTo(4);
        assertThat(read.path("refused").asInt()).isEqualTo(3);
        assertThat(rows().toString()).contains("An extension is made of digits only.");
    }

    @Test
    void aCellWithACharacterThatNobodySeesIsRefusedInItsCell() {
        file(
                "odd.csv",
                "MAC,Model,Site,Label\n024b7a200035,korrin-k24,Eskvik Pier,Quay\u202e9\n",
                StandardCharsets.UTF_8);
        assertThat(rows().toString()).contains("a mark that turns the direction of writing");
    }

    @Test
    void aSecondFileAsksBeforeItTakesTheFirstOnesPlaceWhichCanBeBroughtBack() {
        file("first.csv", "MAC,Model,Site,Label\n024b7a200041,korrin-k24,Eskvik Pier,First\n", StandardCharsets.UTF_8);
        client.post("/api/intake/sheet/rows", Map.of("text", "024b7a200042"));
        byte[] second =
                "MAC,Model,Site,Label\n024b7a200043,korrin-k24,Eskvik Pier,Second\n".getBytes(StandardCharsets.UTF_8);
        assertThat(client.putFile("/api/intake/sheet/file?name=second.csv", second)
                        .problemAt("/instead"))
                .startsWith("1 row of first.csv is still in the grid.");
        assertThat(rows().toString()).contains("First").doesNotContain("Second");
        assertThat(client.putFile("/api/intake/sheet/file?name=second.csv&instead=true", second)
                        .status())
                .isEqualTo(204);
        assertThat(rows().toString()).contains("Second", "02-4B-7A-20-00-42").doesNotContain("First");
        assertThat(client.post("/api/intake/sheet/bring-back", Map.of()).status())
                .isEqualTo(204);
        assertThat(rows().toString()).contains("First");
    }

    @Test
    void sameFileAgainChangesNothingAndAnEditedOneAsks() {
        String csv = "MAC,Model,Site,Label\n024b7a200011,korrin-k24,Eskvik Pier,Again\n";
        file("a.csv", csv, StandardCharsets.UTF_8);
        client.post("/api/intake/sheet/enrol", Map.of());
        file("a.csv", csv, StandardCharsets.UTF_8);
        assertThat(sheet().path("unchanged").asInt()).isEqualTo(1);
        assertThat(client.post("/api/intake/sheet/enrol", Map.of()).status()).isEqualTo(422);
        file("a.csv", csv.replace("Again", "Relabelled"), StandardCharsets.UTF_16);
        assertThat(rows().get(0).path("problems").get(0).path("hint").asString())
                .contains("label “Relabelled” instead of “Again”");
        answer("changed", "take the row");
        assertThat(client.post("/api/intake/sheet/enrol", Map.of()).status()).isEqualTo(201);
        assertThat(devices("Relabelled")).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    ''               | The file is empty
                    89504e470d0a1a0a | This is a PNG picture
                    613b2262         | A quote is opened on line 1
                    """)
    void brokenFilesAreRefusedAndTheSheetStays(String hex, String reason) {
        client.post("/api/intake/sheet/rows", Map.of("text", "024b7a200021"));
        Answer answer = client.putFile(
                "/api/intake/sheet/file?name=x.csv", java.util.HexFormat.of().parseHex(hex));
        assertThat(answer.problemAt("/file")).contains(reason);
        assertThat(sheet().path("total").asInt()).isEqualTo(1);
    }

    @Test
    void fiftyMegabytesAreRefusedWithTheirSize() {
        Answer answer = client.putFile("/api/intake/sheet/file?name=big.csv", new byte[50_000_000]);
        assertThat(answer.problemAt("/file")).contains("The file has 50.0 MB.").contains("At most 24 MB");
    }

    @Test
    void twoThousandRowsWithATenthWrongAreNamedRowByRow() {
        StringBuilder csv = new StringBuilder("MAC;Model;Site;Label\n");
        for (int i = 0; i < 2_000; i++) {
            csv.append(i % 10 == 3 ? "03-00-00-21-" : "02-4B-7A-21-")
                    .append(String.format(
                            java.util.Locale.ROOT, "%02X-%02X;korrin-k24;Eskvik Pier;Row %d%n", i / 256, i % 256, i));
        }
        file("many.csv", csv.toString(), StandardCharsets.UTF_8);
        JsonNode sheet = sheet();
        assertThat(sheet.path("ready").asInt()).isEqualTo(1_800);
        assertThat(sheet.path("refused").asInt()).isEqualTo(200);
        JsonNode first = client.get("/api/intake/sheet/rows?state=REFUSED")
                .json()
                .path("rows")
                .get(0);
        assertThat(first.path("line").asInt()).isEqualTo(5);
        assertThat(first.path("problems").get(0).path("column").asString()).isEqualTo("device");
    }
}
