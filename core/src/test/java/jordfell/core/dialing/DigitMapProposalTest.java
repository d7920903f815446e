package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.DigitMapCheck.Fate;
import jordfell.core.dialing.DigitMapCheck.Otherwise;
import jordfell.core.roster.Block;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a phone makes of a domain's numbers, and the digit map that is proposed for it. */
class DigitMapProposalTest {

    private static final DialTarget INSIDE = new DialTarget.Inside(Change.NONE);
    private static final DialTarget OUTSIDE = new DialTarget.Outside(new Change(1, ""));

    private static DialList.Rule rule(String pattern, DialTarget target) {
        return new DialList.Rule(DigitPattern.of(pattern), target, "");
    }

    private static DialPlan plan(List<String> emergency, List<DialList.Rule> own, DialList.Rule... rules) {
        return DialPlan.of(emergency, own, List.of(new DialList(1, "List", List.of(rules))), List.of());
    }

    private static DigitMapCheck check(String map, String... numbers) {
        return DigitMapCheck.of(
                new PhoneDialling.Rules(DigitMap.of(map), Set.of("112"), Duration.ofSeconds(4)), List.of(numbers));
    }

    @Test
    void numbersAreToldByWhatBecomesOfThem() {
        DigitMapCheck check = check("24xx|25xxT|3xx", "2413", "2513", "3001", "7001");
        assertThat(check.atOnce()).isEqualTo(1);
        assertThat(check.others())
                .containsExactly(
                        new Otherwise("2513", Fate.WAITS, List.of("25xxT"), ""),
                        new Otherwise("3001", Fate.SHADOWED, List.of("3xx"), "300"),
                        new Otherwise("7001", Fate.NOT_DIALLED, List.of(), ""));
    }

    @Test
    void anEmergencyNumberShadowsWhatBeginsLikeIt() {
        assertThat(check("1xxx", "1125").others()).extracting(Otherwise::sent).containsExactly("112");
    }

    @Test
    void everythingThatCanBeDialledStandsInTheProposalAndWhatIsRefusedDoesNot() {
        DialPlan plan = plan(
                List.of("112"),
                List.of(rule("24xx", INSIDE), rule("*86", new DialTarget.Service("voicemail"))),
                rule("00900x.", new DialTarget.Refused("dear")),
                rule("0x.", OUTSIDE),
                rule("0555xxx", OUTSIDE));
        assertThat(DigitMapProposal.of(plan, List.of("2900", "2450"))).hasValue("112|24xx|*86|0x.T|0555xxxT|2900");
    }

    @ParameterizedTest
    @CsvSource({
        "24, 24xx, true",
        "24xx, 24, false",
        "24xx, 2500, false",
        "2[4-5], 25x, true",
        "0, 0x., true",
        "*8, *86, true",
        "24xx, 24xx, false"
    })
    void whatCanGoOnAfterSomethingShorterIsKnown(String shorter, String longer, boolean goesOn) {
        assertThat(DigitPattern.of(longer).goesOnAfter(DigitPattern.of(shorter)))
                .isEqualTo(goesOn);
    }

    @Test
    void withTheProposalEveryNumberOfAnyDomainIsSentAsItWasDialled() {
        Random random = new Random(4);
        for (int domain = 0; domain < 200; domain++) {
            List<DialList.Rule> own = new ArrayList<>();
            List<String> numbers = new ArrayList<>();
            for (int b = 0; b < 1 + random.nextInt(3); b++) {
                int first = 200 + random.nextInt(7_000);
                int digits = Integer.toString(first).length();
                int last = Math.min(first + random.nextInt(300), (int) Math.pow(10, digits) - 1);
                Block block = new Block(first, last, "");
                BlockPatterns.of(block).forEach(p -> own.add(new DialList.Rule(p, INSIDE, "")));
                IntStream.rangeClosed(first, last).forEach(n -> numbers.add(Integer.toString(n)));
            }
            DialPlan plan = plan(List.of(), own, rule("0x.", OUTSIDE), rule("01x", OUTSIDE));
            String map = DigitMapProposal.of(plan, List.of()).orElseThrow();
            numbers.addAll(List.of("0555123", "015"));
            DigitMapCheck check = DigitMapCheck.of(
                    new PhoneDialling.Rules(DigitMap.of(map), Set.of(), Duration.ofSeconds(4)), numbers);
            assertThat(check.others())
                    .as(map)
                    .allSatisfy(other -> assertThat(other.fate()).isEqualTo(Fate.WAITS));
        }
    }

    @Test
    void aMapThatNoPhoneTakesIsNotProposed() {
        List<DialList.Rule> many = IntStream.range(0, 500)
                .mapToObj(i -> rule("9" + (10_000 + i), INSIDE))
                .toList();
        assertThat(DigitMapProposal.of(plan(List.of(), many), List.of())).isEmpty();
    }
}
