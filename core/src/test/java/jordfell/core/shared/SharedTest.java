package jordfell.core.shared;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import jordfell.core.shared.Factor.Kind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SharedTest {

    private static Map<Kind, String> device(String site, String model, String release) {
        return Map.of(Kind.SITE, site, Kind.MODEL, model, Kind.RELEASE, release);
    }

    private static List<Map<Kind, String>> times(int count, Map<Kind, String> device) {
        return IntStream.range(0, count).mapToObj(i -> device).toList();
    }

    private static List<Map<Kind, String>> all(List<List<Map<Kind, String>>> parts) {
        return parts.stream().flatMap(List::stream).toList();
    }

    /** Of tables that are worked out by hand or found in books: the lady who tastes tea, among others. */
    @ParameterizedTest
    @CsvSource({
        "4, 4, 4, 8, 0.0142857",
        "3, 4, 4, 8, 0.2428571",
        "2, 2, 2, 4, 0.1666667",
        "0, 5, 3, 20, 1.0",
        "9, 12, 10, 24, 0.0013797",
        "100, 100, 100, 100000, 0.0"
    })
    void theChanceIsThatOfTheHypergeometricDistribution(int with, int held, int having, int all, double chance) {
        assertThat(FisherTest.chance(with, held, having, all)).isCloseTo(chance, within(1e-6));
    }

    @Test
    void twoFactorsThatNobodyElseHasTogetherAreToldTogether() {
        List<Map<Kind, String>> held =
                all(List.of(times(11, device("Pier", "K24", "31")), times(1, device("Hall", "K24", "30"))));
        List<Map<Kind, String>> rest = all(List.of(
                times(20, device("Pier", "K24", "30")),
                times(30, device("Hall", "K24", "31")),
                times(9, device("Hall", "K12", "30"))));
        Shared shared = Shared.of(held, rest).orElseThrow();
        assertThat(shared.sentence())
                .isEqualTo("11 of the 12 are at Pier and were in release 31; none of the 59 others has both.");
    }

    @ParameterizedTest
    @CsvSource({"60, 240, 240", "0, 900, 900", "-1, 240, ''", "60, 901, ''"})
    void whatBeganSoonAfterSomethingForAllIsToldFromWhatBeganBeforeForOne(int first, int last, String seconds) {
        Instant t = Instant.parse("2026-03-02T08:00:00Z");
        assertThat(Onset.after(List.of(t.plusSeconds(last), t.plusSeconds(first)), t)
                        .map(d -> Long.toString(d.toSeconds()))
                        .orElse(""))
                .isEqualTo(seconds);
    }

    @Test
    void aReleaseThatAllWereInIsFoundBesideATemplateThatTellsThemApartAsWell() {
        List<Map<Kind, String>> held = times(4, Map.of(Kind.TEMPLATE, "Counters", Kind.RELEASE, "31"));
        List<Map<Kind, String>> rest = times(30, Map.of(Kind.TEMPLATE, "Offices", Kind.RELEASE, "30"));
        assertThat(Shared.of(held, rest).orElseThrow().factors())
                .containsExactly(new Factor(Kind.TEMPLATE, "Counters"));
        assertThat(Shared.by(Kind.RELEASE, held, rest).orElseThrow().factors())
                .containsExactly(new Factor(Kind.RELEASE, "31"));
        assertThat(Shared.by(Kind.SITE, held, rest)).isEmpty();
        assertThat(Shared.by(Kind.RELEASE, held, times(30, Map.of(Kind.RELEASE, "31"))))
                .as("others were in it too, and are well")
                .isEmpty();
    }

    @Test
    void oneFactorIsEnoughWhereItTellsThemApartAlone() {
        List<Map<Kind, String>> held = times(6, device("Pier", "K24", "31"));
        List<Map<Kind, String>> rest =
                all(List.of(times(20, device("Hall", "K24", "31")), times(20, device("Hall", "K12", "30"))));
        assertThat(Shared.of(held, rest).orElseThrow().sentence())
                .isEqualTo("All 6 are at Pier; none of the 40 others.");
    }

    @Test
    void whatMostOthersHaveTooIsNotTold() {
        List<Map<Kind, String>> held = times(4, device("Pier", "K24", "31"));
        assertThat(Shared.of(held, times(40, device("Pier", "K24", "31")))).isEmpty();
        assertThat(Shared.of(List.of(device("Pier", "K24", "31")), times(40, device("Hall", "K12", "30"))))
                .as("of one alone")
                .isEmpty();
    }

    @Test
    void ofFewItIsSaidThatTheyAreFewAndOthersAreCounted() {
        List<Map<Kind, String>> held = times(3, device("Pier", "K24", "31"));
        List<Map<Kind, String>> rest =
                all(List.of(times(1, device("Pier", "K24", "31")), times(60, device("Hall", "K12", "30"))));
        assertThat(Shared.of(held, rest).orElseThrow().sentence())
                .isEqualTo("All 3 are at Pier; 1 of the 61 others too. They are few: one more may change that.");
    }

    /** Where being held is drawn by lot, something is told in as few of a hundred draws as the test promises. */
    @Test
    void chanceAloneIsSeldomTaken() {
        Random random = new Random(8);
        int told = 0;
        for (int draw = 0; draw < 300; draw++) {
            List<Map<Kind, String>> held = new ArrayList<>();
            List<Map<Kind, String>> rest = new ArrayList<>();
            for (int i = 0; i < 60; i++) {
                (random.nextInt(10) == 0 ? held : rest)
                        .add(device("s" + random.nextInt(3), "m" + random.nextInt(3), "r" + random.nextInt(3)));
            }
            told += Shared.of(held, rest).isPresent() ? 1 : 0;
        }
        assertThat(told).isLessThan(15);
    }

    @Test
    void whatBeganWithinAQuarterOfAnHourBeganTogether() {
        Instant first = Instant.parse("2026-03-02T08:00:00Z");
        assertThat(Onset.within(List.of(first.plusSeconds(240), first))).hasValue(Duration.ofMinutes(4));
        assertThat(Onset.within(List.of(first.plusSeconds(901), first))).isEmpty();
        assertThat(Onset.within(List.of(first))).isEmpty();
    }

    @Test
    void ofAWholeFleetItIsToldInNoTime() {
        List<Map<Kind, String>> held = times(10_000, device("Pier", "K24", "31"));
        List<Map<Kind, String>> rest = times(90_000, device("Hall", "K24", "30"));
        assertThat(Shared.of(held, rest)).isPresent();
    }
}
