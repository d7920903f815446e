package jordfell.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Rows that are corrected, answered, taken off and brought back. */
class SheetRowsTest extends SheetFixture {

    @Test
    void cellsAreCorrectedInPlaceAndRowsTakenOff() {
        client.post(
                "/api/intake/sheet/rows",
                Map.of("text", "024b7a20003O\n024b7a200032", "cells", Map.of("site", "Eskvik Pier")));
        long first = rows().get(0).path("position").asLong();
        assertThat(rows().get(0).path("state").asString()).isEqualTo("NEEDS_ANSWER");
        client.patch(
                "/api/intake/sheet/rows",
                Map.of("positions", List.of(first), "cells", Map.of("device", "024b7a200030", "model", "K24")));
        assertThat(rows().get(0).path("state").asString()).isEqualTo("READY");
        client.post("/api/intake/sheet/rows/remove?state=NEEDS_ANSWER", Map.of());
        assertThat(rows()).hasSize(1);
    }

    @Test
    void clearedSheetIsBroughtBack() {
        client.post("/api/intake/sheet/rows", Map.of("text", "024b7a200041"));
        client.delete("/api/intake/sheet");
        assertThat(sheet().path("total").asInt()).isZero();
        assertThat(sheet().path("canBringBack").asBoolean()).isTrue();
        client.post("/api/intake/sheet/bring-back", Map.of());
        assertThat(rows().get(0).path("shown").path("device").asString()).isEqualTo("02-4B-7A-20-00-41");
    }

    @Test
    void undoIsRefusedOnceSomethingWasReleased() {
        file(
                "r.csv",
                "MAC,Model,Site,Label,Ext\n024b7a200051,korrin-k24,Eskvik Pier,Relied on,2185\n",
                StandardCharsets.UTF_8);
        JsonNode done = client.post("/api/intake/sheet/enrol", Map.of()).json();
        client.post("/api/devices/" + done.path("deviceIds").get(0).asLong() + "/release", Map.of());
        Answer undo = client.post("/api/acts/" + done.path("actId").asLong() + "/undo", Map.of());
        assertThat(undo.status()).isEqualTo(422);
        assertThat(undo.problemAt("/")).contains("Something was released to Relied on since");
    }

    @Test
    void oneSheetIsNobodyElses() {
        client.post("/api/intake/sheet/rows", Map.of("text", "024b7a200061"));
        assertThat(RunningServer.shared()
                        .technician()
                        .get("/api/intake/sheet/rows")
                        .toString())
                .doesNotContain("02-4B-7A-20-00-61");
    }

    @Test
    void oneQuestionIsAnsweredForAllRowsEachItsOwnWay() {
        file(
                "taken.csv",
                "MAC,Model,Site,Label,Ext\n024b7a200071,korrin-k24,Eskvik Pier,A,9999\n"
                        + "024b7a200072,korrin-k24,Eskvik Pier,B,999\n",
                StandardCharsets.UTF_8);
        JsonNode question = sheet().path("questions").get(0);
        assertThat(question.path("rows").asInt()).isEqualTo(2);
        assertThat(question.path("reason").asString()).isEqualTo("The number can’t be given.");
        assertThat(question.path("span").asString()).isEqualTo("999 · 9999");
        assertThat(answer(question.path("question").asString(), "share it").problemAt("/answer"))
                .startsWith("No row asks that any more");
        assertThat(answer(question.path("question").asString(), "draw another")
                        .json()
                        .path("rows")
                        .asInt())
                .isEqualTo(2);
        assertThat(sheet().path("ready").asInt()).isEqualTo(2);
    }

    @Test
    void duplicateStaysRefusedWhenTheFirstIsEnrolled() {
        file(
                "twice.csv",
                "MAC,Model,Site,Label\n024b7a200081,korrin-k24,Eskvik Pier,First of two\n"
                        + "02-4B-7A-20-00-81,korrin-k24,Eskvik Pier,Second of two\n",
                StandardCharsets.UTF_8);
        assertThat(client.post("/api/intake/sheet/enrol", Map.of()).status()).isEqualTo(201);
        assertThat(sheet().path("refused").asInt()).isEqualTo(1);
        assertThat(rows().toString())
                .contains("The same MAC stood in a row that was enrolled from here, as First of two.");
    }

    @Test
    void sheetIsDownloadedAsItWasWritten() {
        file("text.csv", "MAC,Model,Site,Label,Ext\n024b7a20009,K99,Nowhere,\"A; B\",n.a.\n", StandardCharsets.UTF_8);
        String text = client.get("/api/intake/sheet/text").response().body();
        assertThat(text).contains("024b7a20009", "K99", "Nowhere", "A; B", "n.a.");
    }

    @Test
    void whatChangesInTheRecordsIsSeenInASheetThatWasLookedAt() {
        file("seen.csv", "MAC,Model,Site,Label\n024b7a2000a1,korrin-k24,Rope walk,Loft\n", StandardCharsets.UTF_8);
        assertThat(sheet().path("asked").asInt()).isEqualTo(1);
        Map<String, Object> site = Map.of(
                "domainId",
                new Pier(RunningServer.shared()).domainId,
                "name",
                "Rope walk",
                "natTimeout",
                60,
                "allowsLocalMacs",
                true);
        assertThat(client.post("/api/sites", site).status()).isEqualTo(201);
        assertThat(sheet().path("ready").asInt()).isEqualTo(1);
    }
}
