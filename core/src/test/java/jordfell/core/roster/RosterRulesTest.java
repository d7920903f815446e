package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** PINs, typed passwords, outside numbers, reserved numbers, the number map and runs. */
class RosterRulesTest {

    private static final NumberPlan PLAN =
            new NumberPlan(List.of(new Block(2000, 2011, "people")), Set.of("2003"), Set.of("112"));

    @ParameterizedTest
    @CsvSource({
        "1234, is a run of digits",
        "8765, is a run of digits",
        "7777, repeats one digit",
        "2416, the extension’s own number",
        "24169, the extension’s own number",
        "12, A PIN has 4 to 8 digits",
        "12a4, A PIN has 4 to 8 digits"
    })
    void weakPinsAreRefused(String pin, String reason) {
        assertThat(Pin.refuse(pin, "2416", 4))
                .hasValueSatisfying(r -> assertThat(r).contains(reason));
    }

    @Test
    void madePinsCanBeUsed() {
        Random random = new Random(3);
        for (int i = 0; i < 500; i++) {
            assertThat(Pin.refuse(Pin.generate(random, "2416", 4), "2416", 4)).isEmpty();
        }
    }

    @Test
    void passwordFromOutsideMustBeStrongerThanInside() {
        PasswordRule rule = new PasswordRule(12, 1, 4);
        String fair = "harbour-lantern";
        assertThat(rule.refuse(fair, "2416", "2416-a", false)).isEmpty();
        assertThat(rule.refuse(fair, "2416", "2416-a", true))
                .hasValueSatisfying(r -> assertThat(r).contains("register from outside", "must be strong"));
        assertThat(rule.refuse(SipPassword.generate(new Random(1)), "2416", "2416-a", true))
                .isEmpty();
        assertThat(rule.refuse("password12345", "2416", "2416-a", true)).isPresent();
    }

    @Test
    void domainMayAskForLongerPasswords() {
        assertThat(new PasswordRule(16, 0, 0).refuse("k3Yw9Rq7Tn4m", "2416", "u", false))
                .hasValueSatisfying(r -> assertThat(r).contains("asks for 16"));
    }

    @ParameterizedTest
    @CsvSource({"+999 55 01 24 16, +99955012416", "00999-55-01-24-16, +99955012416", "'+999 (55) 012416', +99955012416"
    })
    void outsideNumbersAreReadInAnyForm(String text, String number) {
        assertThat(OutsideNumber.refuse(text)).isEmpty();
        assertThat(OutsideNumber.normalise(text)).isEqualTo(number);
        assertThat(OutsideNumber.show(number)).isEqualTo("+999 55 01 24 16");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "5501", "+12", "+99955abc", "+1234567890123456"})
    void whatIsNoOutsideNumberIsRefused(String text) {
        assertThat(OutsideNumber.refuse(text)).isPresent();
    }

    @Test
    void lastDigitsNameAnExtension() {
        assertThat(OutsideNumber.lastDigits("+999 55 01 24 16", 4)).isEqualTo("2416");
    }

    @Test
    void reservedNumbersAreNeitherGivenNorSuggested() {
        NumbersInUse taken = NumbersInUse.of(List.of("2000", "2001", "2002"));
        assertThat(ExtensionRules.refuse("2003", PLAN, taken))
                .hasValueSatisfying(r -> assertThat(r.reason()).isEqualTo("2003 is reserved in this domain."));
        assertThat(ExtensionRules.nextFree(PLAN.blocks(), PLAN, taken)).hasValue(2004);
    }

    @Test
    void mapShowsTakenUnusedFreeReservedAndClashing() {
        NumbersInUse taken = NumbersInUse.of(List.of("2000", "2001", "2004", "20051", "2006", "200"));
        NumberMap.Strip short1 = NumberMap.draw(
                PLAN.blocks().get(0),
                2000,
                PLAN,
                NumbersInUse.of(List.of("2000", "2001", "2004", "20051")),
                Set.of("2001"));
        assertThat(short1.cells()).isEqualTo("tufrtxffffff");
        assertThat(short1.count('f')).isEqualTo(7);
        assertThat(NumberMap.draw(PLAN.blocks().get(0), 2006, PLAN, taken, Set.of())
                        .cells())
                .startsWith("cx");
        assertThat(NumberMap.outside(List.of("1999", "2005", "20"), PLAN.blocks()))
                .containsExactly("1999", "20");
    }

    @Test
    void runPassesOverWhatCantBeGiven() {
        NumberRun.Laid laid = NumberRun.lay("2001", 4, PLAN, NumbersInUse.of(List.of("2002")));
        assertThat(laid.numbers()).containsExactly("2001", "2004", "2005", "2006");
        assertThat(laid.passedOver()).extracting(NumberRun.Skipped::number).containsExactly("2002", "2003");
        assertThat(laid.problem()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"2009, 5, Only 3 of 5 fit", "1999, 2, is outside the blocks", "2001, 0, A run has 1 to 500"})
    void runThatDoesNotFitSaysWhy(String from, int count, String reason) {
        assertThat(NumberRun.lay(from, count, PLAN, NumbersInUse.of(List.of())).problem())
                .hasValueSatisfying(p -> assertThat(p).contains(reason));
    }

    @Test
    void kitDerivesFromItsFormulas() {
        KitDerivation derivation = new KitDerivation(new Kit.Formulas(
                "= person.last + ', ' + person.first", "{{extension.number}}.{{person.first.lowerAscii()}}", ""));
        KitDerivation.Derived derived = derivation.derive(
                new KitDerivation.Subject("Ida Maria Sørvik", "", "", "2431", "v.example"), shown -> false);
        assertThat(derived.problems()).isEmpty();
        assertThat(derived.displayName()).isEqualTo("Sørvik, Ida");
        assertThat(derived.authUser()).isEqualTo("2431.ida");
    }

    @Test
    void kitWithABrokenFormulaSaysWhichAndFallsBack() {
        KitDerivation derivation = new KitDerivation(new Kit.Formulas("{{person.nme}}", "= 1 / 0", ""));
        assertThat(derivation.problems())
                .extracting(KitDerivation.Problem::field)
                .containsExactly("displayName");
        KitDerivation.Derived derived =
                derivation.derive(new KitDerivation.Subject("Ida", "", "", "2431", "v.example"), shown -> false);
        assertThat(derived.displayName()).isEqualTo("Ida");
        assertThat(derived.authUser()).isEqualTo("2431-a");
        assertThat(derived.problems()).extracting(KitDerivation.Problem::reason).anyMatch(r -> r.contains("zero"));
    }

    @Test
    void kitKnowsItsTemplateByKind() {
        assertThat(new Kit(1, 1, "x", Optional.empty(), 1, false, "", 0, List.of(), Kit.Formulas.USUAL).hasSoftphone())
                .isFalse();
    }
}
