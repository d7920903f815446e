package jordfell.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.State;
import org.junit.jupiter.api.Test;

/** Which extension each line of a row has: there, drawn, shared or made. */
class IntakeLinesTest extends IntakeFixture {

    @Test
    void newNameOnSeveralRowsIsOnePersonOrSeveralOnlyWhenSomebodySaysSo() {
        String[] rows = {
            "device=024b7a000001|model=k12|site=Eskvik Pier|extension=2415|person=Nora Lund",
            "device=024b7a000002|model=k12|site=Eskvik Pier|extension=2416|person=nora lund"
        };
        assertThat(check(rows)).allSatisfy(v -> {
            assertThat(v.state()).isEqualTo(State.NEEDS_ANSWER);
            assertThat(reasons(v).get(0)).containsIgnoringCase("Nora Lund stands on 2 rows and is in no record.");
            assertThat(v.problems().get(0).question()).endsWith(":nora lund");
        });
        assertThat(apart(check(rows[0] + " (new)", rows[1] + " (new)"))).containsExactly(0, 0);
        assertThat(apart(check(rows[0] + " (each)", rows[1] + " (each)"))).containsExactly(1, 2);
        assertThat(check(rows[0]).get(0).state()).isEqualTo(State.READY);
    }

    @Test
    void twoOfOneNameAreToldApart() {
        assertThat(one(PLAIN + "|person=Anna Berg|extension=2415")
                        .problems()
                        .get(0)
                        .offers())
                .extracting(Offer::value)
                .containsExactly("Anna Berg (Freight)", "Anna Berg (Crew)", "Anna Berg (new)");
        assertThat(one(PLAIN + "|person=Anna Berg (Crew)|extension=2415")
                        .plan()
                        .orElseThrow()
                        .person()
                        .orElseThrow()
                        .id())
                .hasValue(2L);
        assertThat(one(PLAIN + "|person=anna berg (new)|extension=2415")
                        .plan()
                        .orElseThrow()
                        .person()
                        .orElseThrow()
                        .id())
                .isEmpty();
    }

    @Test
    void kitDrawsFromItsBlockAndDerives() {
        IntakeVerdict asked = one("device=" + MAC + "|site=Eskvik Pier|kit=ticket seller|person=Olav Lund");
        assertThat(asked.problems()).singleElement().satisfies(p -> {
            assertThat(p.question()).isEqualTo("draw:7:1");
            assertThat(p.hint()).contains("Ticket seller draws from sellers 2450–2454");
        });
        IntakeVerdict drawn =
                one("device=" + MAC + "|site=Eskvik Pier|kit=Ticket seller|person=Olav Lund|extension=draw");
        EnrolPlan plan = drawn.plan().orElseThrow();
        assertThat(plan.modelId()).isEqualTo("k24");
        assertThat(plan.templateId()).hasValue(3L);
        assertThat(plan.lines()).singleElement().satisfies(l -> {
            assertThat(l.number()).isEqualTo("2450");
            assertThat(l.displayName()).isEqualTo("Olav 2450");
            assertThat(l.authUser()).isEqualTo("u2450");
        });
        assertThat(drawn.shown()).containsEntry(IntakeColumn.EXTENSION, "2450");
    }

    @Test
    void drawnNumbersPassOverTakenAndAskedOnesAndRunOut() {
        String seller = "|model=k24|site=Eskvik Pier|kit=Ticket seller|person=P (new)|extension=";
        List<IntakeVerdict> verdicts = check(
                "device=024b7a000001" + seller + "draw",
                "device=024b7a000002" + seller + "2450",
                "device=024b7a000003" + seller + "draw",
                "device=024b7a000004" + seller + "draw",
                "device=024b7a000005" + seller + "draw",
                "device=024b7a000006" + seller + "draw");
        assertThat(verdicts.stream()
                        .flatMap(v -> v.plan().stream())
                        .map(p -> p.lines().get(0).number()))
                .containsExactly("2451", "2450", "2452", "2453", "2454");
        assertThat(reasons(verdicts.get(5)).get(0)).startsWith("No number is free in 2450–2454.");
    }

    @Test
    void refusedRowsTakeNoNumber() {
        List<IntakeVerdict> verdicts = check(
                "device=03-00-00-00-00-01|model=k24|site=Eskvik Pier|kit=Ticket seller|extension=draw",
                "device=024b7a000002|model=k24|site=Eskvik Pier|kit=Ticket seller|extension=draw");
        assertThat(verdicts.get(1).plan().orElseThrow().lines().get(0).number()).isEqualTo("2450");
    }

    @Test
    void sameExtensionTwiceIsSharedWhenSaidSo() {
        String other = PLAIN + "|device=024b7a000002|extension=";
        List<IntakeVerdict> asked = check(PLAIN + "|extension=2415", other + "2415");
        assertThat(asked.get(1).problems().get(0).offers())
                .extracting(Offer::value)
                .containsExactly("shared 2415", "draw");
        List<IntakeVerdict> shared = check(PLAIN + "|extension=2415", other + "shared 2415");
        assertThat(shared.get(1).plan().orElseThrow().lines().get(0).sameAsRow())
                .hasValue(0);
        List<IntakeVerdict> third = check(
                PLAIN + "|extension=2415", other + "shared 2415", PLAIN + "|device=024b7a000003|extension=shared 2415");
        assertThat(reasons(third.get(2)).get(0)).contains("It may be on 2 devices");
    }

    @Test
    void extensionThatADeviceHasIsSharedWithinItsLimit() {
        records.limits.put("2413", 2);
        assertThat(one(PLAIN + "|extension=2413").problems().get(0).offers())
                .extracting(Offer::value)
                .contains("shared 2413");
        assertThat(one(PLAIN + "|extension=shared 2413")
                        .plan()
                        .orElseThrow()
                        .lines()
                        .get(0)
                        .extensionId())
                .hasValue(113L);
    }

    @Test
    void portsBehindARouterAreChecked() {
        String house = PLAIN.replace("Eskvik Pier", "Pilot House");
        assertThat(one(house + "|extension=2417").state()).isEqualTo(State.READY);
        assertThat(reasons(one(house + "|extension=2418")).get(0)).contains("Watch room has local port 22418");
        assertThat(one(PLAIN.replace("Eskvik Pier", "Home") + "|extension=2417").notes())
                .anyMatch(n -> n.contains("no rule for local ports"));
    }

    @Test
    void sharedExtensionIsNoWayRoundThePortBehindARouter() {
        String house = PLAIN.replace("Eskvik Pier", "Pilot House");
        String other = house.replace(MAC, "024b7a000002");
        List<IntakeVerdict> behind = check(house + "|extension=2416", other + "|extension=shared 2416");
        assertThat(behind.get(0).state()).isEqualTo(State.READY);
        assertThat(reasons(behind.get(1)).get(0)).startsWith("Row 1 has local port 22416 behind the same router too.");
        assertThat(check(PLAIN + "|extension=2416", PLAIN.replace(MAC, "024b7a000002") + "|extension=shared 2416"))
                .extracting(IntakeVerdict::state)
                .containsExactly(State.READY, State.READY);
    }

    @Test
    void refusedRowTakesNothingFromAGoodOne() {
        String second = PLAIN.replace(MAC, "024b7a000002");
        List<IntakeVerdict> verdicts = check(
                PLAIN + "|extension=2415|serial=S-1|note=\u202Ebad",
                PLAIN + "|extension=2416",
                second + "|extension=2415|serial=S-1");
        assertThat(verdicts).extracting(IntakeVerdict::state).containsExactly(State.REFUSED, State.READY, State.READY);
    }

    @Test
    void adapterMayUseItsSecondSocketAlone() {
        IntakeVerdict adapter = one("device=029e12000001|model=a4|site=Eskvik Pier|extension=none|secondLine=2415");
        assertThat(adapter.plan().orElseThrow().lines())
                .extracting(EnrolPlan.LinePlan::position)
                .containsExactly(2);
        assertThat(reasons(one(PLAIN + "|extension=none|secondLine=2415")))
                .containsExactly("Line 2 has an extension and line 1 has none. Move it to line 1.");
    }
}
