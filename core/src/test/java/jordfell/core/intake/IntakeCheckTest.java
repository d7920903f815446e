package jordfell.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.Problem;
import jordfell.core.intake.IntakeVerdict.State;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What becomes of rows, one rule at a time. */
class IntakeCheckTest extends IntakeFixture {

    @ParameterizedTest
    @CsvSource({"extension=2415", "extension=2414", "note=x", "extension=2415|secondLine=2416", "extension=2415+2416"})
    void rowsWithFreeOrUnboundExtensionsAreReady(String more) {
        IntakeVerdict verdict = one(PLAIN + "|" + more);
        assertThat(reasons(verdict)).isEmpty();
        assertThat(verdict.state()).isEqualTo(State.READY);
        assertThat(verdict.plan().orElseThrow().mac()).hasValue(MacAddress.of(MAC));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '#',
            value = {
                "device=02-4B-7A-00-53 # REFUSED # DEVICE # It has 10 digits; 2 are missing.",
                "device=03-4B-7A-00-53-1C # REFUSED # DEVICE # This is a multicast address",
                "device=claim 1234-5678 # REFUSED # DEVICE # The check digit does not fit",
                "device=claim 0000-0000|note=x # NEEDS_ANSWER # DEVICE # Enrolled already as Kiosk",
                "device=02-4B-7A-00-53-1O # NEEDS_ANSWER # DEVICE # Character 12 of 12 is the letter O",
                "model=K99 # NEEDS_ANSWER # MODEL # No model is called “K99”.",
                "model=Korrin # NEEDS_ANSWER # MODEL # “Korrin” is the name of 2 models.",
                "site=Nowhere # NEEDS_ANSWER # SITE # No site is called “Nowhere”.",
                "template=Nothing # NEEDS_ANSWER # TEMPLATE # No template is called “Nothing”.",
                "kit=Boss # NEEDS_ANSWER # KIT # No kit is called “Boss”.",
                "serial=k24-1 # REFUSED # SERIAL # Ticket window 1 at Eskvik Pier has this serial.",
                "person=Anna Berg|extension=2415 # NEEDS_ANSWER # PERSON # Two people are called Anna Berg.",
                "person=Anna Berg (Bridge)|extension=2415 # NEEDS_ANSWER # PERSON # No Anna Berg is “Bridge”.",
                "person=Somebody New # NEEDS_ANSWER # EXTENSION # There is no extension.",
                "extension=2413 # REFUSED # EXTENSION # 2413 is taken: it rings Ticket window 1. The next free number is 2400.",
                "extension=99 # REFUSED # EXTENSION # 99 would get in the way of the emergency number 999.",
                "extension=24 # REFUSED # EXTENSION # 24 is outside the blocks of this domain",
                "extension=24x # REFUSED # EXTENSION # An extension is made of digits only.",
                "extension=2415|secondLine=2415 # REFUSED # SECOND_LINE # Two lines of this device have extension 2415.",
                "secondLine=2415 # REFUSED # EXTENSION # Line 2 has an extension and line 1 has none.",
                "extension=2415-2417 # REFUSED # EXTENSION # The Korrin K12 has 2 lines. Here are 3.",
                "extension=2414|person=Anna Berg (Crew) # REFUSED # EXTENSION # 2414 is Ida Sørvik’s."
            })
    void saysWhatIsWrongAndWhere(String more, State state, IntakeColumn column, String reason) {
        IntakeVerdict verdict = one(PLAIN + "|" + more);
        assertThat(verdict.state()).isEqualTo(state);
        assertThat(verdict.plan()).isEmpty();
        assertThat(verdict.problems()).first().satisfies(p -> {
            assertThat(p.column()).isEqualTo(column);
            assertThat(p.reason() + " " + p.hint()).contains(reason);
        });
    }

    @Test
    void tooLongTextsAreRefusedWithTheirLength() {
        assertThat(reasons(one(PLAIN + "|label=" + "x".repeat(61))).get(0)).startsWith("The label has 61 characters.");
        assertThat(reasons(one(PLAIN + "|person=" + "x".repeat(101))).get(0)).startsWith("The name has 101");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '#',
            value = {
                "model=|serial=K24-77 # Korrin K24",
                "model=|device=02-9E-11-00-00-01 # Ombrel W1",
                "model= # Korrin K12,Korrin K24",
                "model=|device=02-00-00-00-00-01 # Korrin K12,Korrin K24,Ombrel W1,Ombrel A4"
            })
    void guessesTheModelBySerialOrAddressAndAsks(String more, String offered) {
        IntakeVerdict verdict = one(PLAIN + "|" + more);
        assertThat(verdict.state()).isEqualTo(State.NEEDS_ANSWER);
        Problem problem = verdict.problems().get(0);
        assertThat(problem.column()).isEqualTo(IntakeColumn.MODEL);
        assertThat(problem.offers()).extracting(Offer::label).containsExactly(offered.split(","));
    }

    @Test
    void rowsThatAskTheSameShareOneQuestion() {
        List<IntakeVerdict> verdicts =
                check("device=024b7a000001|site=Eskvik Pier|note=a", "device=024b7a000002|site=Eskvik Pier|note=b");
        assertThat(verdicts)
                .extracting(v -> v.problems().get(0).question())
                .containsExactly("model:k12,k24", "model:k12,k24");
    }

    @Test
    void sameMacWrittenDifferentlyStandsOnce() {
        List<IntakeVerdict> verdicts = check(PLAIN, PLAIN + "|device=024b.7a00.531c");
        assertThat(verdicts.get(0).state()).isEqualTo(State.READY);
        assertThat(reasons(verdicts.get(1)))
                .containsExactly("The same MAC stands in row 1. Remove one of the two rows.");
    }

    @Test
    void importingTheSameAgainChangesNothing() {
        String same = "device=024B7A005313|model=Korrin K24|site=eskvik pier|label=Ticket window 1|serial=K24-1"
                + "|extension=2413|template=Ticket window";
        assertThat(one(same).state()).isEqualTo(State.UNCHANGED);
        assertThat(one(same).plan()).isEmpty();
    }

    @Test
    void anEditedRowShowsTheDifferencesAndAsks() {
        String edited = "device=024B7A005313|label=Window one|extension=2415";
        Problem asked = one(edited).problems().get(0);
        assertThat(asked.hint())
                .contains("label “Window one” instead of “Ticket window 1”")
                .contains("lines “2415” instead of “2413”");
        assertThat(asked.deviceId()).hasValue(13L);
        assertThat(one(edited + "|decision=leave").state()).isEqualTo(State.UNCHANGED);
        EnrolPlan plan = one(edited + "|decision=take").plan().orElseThrow();
        assertThat(plan.existing()).hasValue(13L);
        assertThat(plan.label()).isEqualTo("Window one");
        assertThat(plan.lines().get(0).number()).isEqualTo("2415");
        assertThat(plan.modelId()).isEqualTo("k24");
    }

    @Test
    void anEditedRowAsksTheSameRuleAsAFormWhichModelADeviceMayBe() {
        assertThat(reasons(one("device=024B7A005313|model=quillon|decision=take")))
                .containsExactly("02-4B-7A-00-53-13 is the MAC of a device; the Quillon softphone is a program, and has"
                        + " none. Hand a softphone over from the extension instead.");
    }

    @Test
    void aBoxIsNotEnrolledAsAProgram() {
        assertThat(reasons(one("device=" + MAC + "|model=quillon|site=Eskvik Pier|label=Window|extension=draw")))
                .containsExactly("The Quillon softphone is a program, and has no MAC."
                        + " Hand a softphone over from the extension instead.");
    }

    @Test
    void aMacAloneThatIsEnrolledIsRefusedWithALink() {
        assertThat(one("device=024B7A005313").problems()).singleElement().satisfies(p -> {
            assertThat(p.reason()).isEqualTo("Enrolled already as Ticket window 1 at Eskvik Pier.");
            assertThat(p.deviceId()).hasValue(13L);
        });
    }

    @Test
    void boxesThatHaveNotComeGetAClaimCode() {
        assertThat(one("model=k24|site=Eskvik Pier|label=Kiosk")
                        .problems()
                        .get(0)
                        .offers())
                .extracting(Offer::value)
                .containsExactly("claim");
        EnrolPlan plan = one("device=claim|model=k24|site=Eskvik Pier|label=Kiosk")
                .plan()
                .orElseThrow();
        assertThat(plan.mac()).isEmpty();
    }

    @Test
    void localAddressesNeedASiteThatTakesThem() {
        records.localMacs = false;
        assertThat(reasons(one(PLAIN)).get(0)).startsWith("This address was made up locally");
        assertThat(one(PLAIN.replace(MAC, "00-4B-7A-00-53-1C") + "|decision=label")
                        .state())
                .isEqualTo(State.READY);
    }

    @Test
    void questionsOfManyRowsAreOneWithTheirSpanAndEachRowItsOwnAnswer() {
        List<IntakeRow> rows = List.of(
                row("device=024b7a000001|model=k12|site=Eskvik Pier|extension=2414"),
                row("device=024b7a000002|model=k12|site=Eskvik Pier|extension=2415+2413"),
                row("device=024b7a000003|model=k12|site=Eskvik Pier|extension=9999"),
                row("device=024b7a000004|model=k12|site=Eskvik Pier|extension=2413"));
        List<IntakeVerdict> verdicts = IntakeCheck.of(rows, Map.of(), records);
        BulkQuestion question = BulkQuestion.of(rows, verdicts).get(0);
        assertThat(question.rows()).isEqualTo(3);
        assertThat(question.reason()).isEqualTo("The number can’t be given.");
        assertThat(question.span()).isEqualTo("2413 · 9999 · 2415+2413");
        assertThat(question.answers()).containsExactly("draw another");
        assertThat(BulkQuestion.value(verdicts.get(1), question.question(), "draw another"))
                .contains("2415+draw");
        assertThat(BulkQuestion.value(verdicts.get(0), question.question(), "draw another"))
                .isEmpty();
    }

    @Test
    void rowThatCannotBeLookedAtKeepsNoOtherFromIt() {
        IntakeRecords broken = (IntakeRecords) java.lang.reflect.Proxy.newProxyInstance(
                IntakeRecords.class.getClassLoader(),
                new Class<?>[] {IntakeRecords.class},
                (proxy, method, arguments) -> {
                    if (method.getName().equals("bySerial") && "BAD".equals(arguments[0])) {
                        throw new IllegalStateException("broken record");
                    }
                    return method.invoke(records, arguments);
                });
        List<IntakeVerdict> verdicts = IntakeCheck.of(
                List.of(row(PLAIN + "|serial=BAD"), row(PLAIN.replace(MAC, "024b7a000002"))), Map.of(), broken);
        assertThat(verdicts).extracting(IntakeVerdict::state).containsExactly(State.REFUSED, State.READY);
        assertThat(reasons(verdicts.get(0)).get(0)).startsWith("What stands in this row can’t be looked at");
    }

    @Test
    void partsComeToTheSameAsAllAtOnce() {
        List<IntakeRow> rows = List.of(row(PLAIN), row(PLAIN), row(PLAIN.replace(MAC, "024b7a000002")));
        IntakeCheck check = IntakeCheck.begin(rows, Map.of(), records);
        assertThat(check.step(2)).isFalse();
        assertThat(check.verdicts()).hasSize(2);
        assertThat(check.step(2)).isTrue();
        assertThat(check.verdicts()).isEqualTo(IntakeCheck.of(rows, records));
    }

    @Test
    void addressThatTheMakerHasNotHadIsAskedAbout() {
        assertThat(reasons(one(PLAIN.replace(MAC, "06-11-22-33-44-55"))))
                .singleElement()
                .asString()
                .startsWith("No maker on record has addresses that begin with 06-11-22.");
        String other = PLAIN.replace(MAC, "02-9E-11-00-00-01");
        assertThat(reasons(one(other)))
                .singleElement()
                .asString()
                .startsWith("Addresses that begin with 02-9E-11 are Ombrel’s, not Korrin’s.");
        assertThat(one(other).problems().get(0).answeredIn()).isEqualTo(IntakeColumn.DECISION);
        assertThat(one(other + "|decision=label").state()).isEqualTo(State.READY);
    }

    @Test
    void namesWithACommaAreAskedAboutOnceForAllRows() {
        List<IntakeRow> rows = List.of(
                row(PLAIN + "|extension=2415|person=Berg, Anna"),
                row(PLAIN.replace(MAC, "024b7a000002") + "|extension=2416|person=Lund,Nora"),
                row(PLAIN.replace(MAC, "024b7a000003") + "|extension=2417|person=Sørvik, Ida"));
        List<IntakeVerdict> verdicts = IntakeCheck.of(rows, Map.of(), records);
        BulkQuestion question = BulkQuestion.of(rows, verdicts).get(0);
        assertThat(question.rows()).isEqualTo(3);
        assertThat(question.answers()).containsExactly("last name first", "as it is written");
        assertThat(BulkQuestion.value(verdicts.get(2), question.question(), "last name first"))
                .contains("Ida Sørvik");
        assertThat(one(PLAIN + "|extension=2416|person=Lund, Nora (new)")
                        .plan()
                        .orElseThrow()
                        .person()
                        .orElseThrow()
                        .name())
                .isEqualTo("Lund, Nora");
    }

    @Test
    void nearMissOfAKnockIsNotedUnlessThatMacIsFedToo() {
        records.knocking.add(MacAddress.of("02-4B-7A-00-53-1D"));
        assertThat(one(PLAIN).notes()).containsExactly("one character from 02-4B-7A-00-53-1D, which knocks");
        assertThat(check(PLAIN, PLAIN + "|device=024b7a00531d").get(0).notes()).isEmpty();
    }

    @Test
    void defaultsFillWhatARowLeavesOpen() {
        List<IntakeVerdict> verdicts = IntakeCheck.of(
                List.of(row("device=" + MAC + "|extension=2415")),
                Map.of(IntakeColumn.SITE, "Eskvik Pier", IntakeColumn.MODEL, "k24"),
                records);
        assertThat(verdicts.get(0).plan().orElseThrow().siteId()).isEqualTo(1);
    }

    @Test
    void tenThousandRowsAreJudgedInOrder() {
        List<IntakeRow> rows = new ArrayList<>();
        IntStream.range(0, 10_000)
                .forEach(i -> rows.add(row(String.format(
                        Locale.ROOT, "device=024b7a%06x|model=k24|site=Eskvik Pier|label=D%d|extension=draw", i, i))));
        List<IntakeVerdict> verdicts = IntakeCheck.of(rows, records);
        assertThat(verdicts.stream().filter(v -> v.state() == State.READY)).hasSize(18 + 5);
        assertThat(verdicts.get(9_999).problems().get(0).reason()).startsWith("No number is free");
    }
}
