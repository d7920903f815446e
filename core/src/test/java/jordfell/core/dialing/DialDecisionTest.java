package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import jordfell.core.dialing.DialDecision.Outcome;
import jordfell.core.dialing.DialDecision.Tried;
import jordfell.core.dialing.DialTarget.Change;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DialDecisionTest {

    private static final List<String> EMERGENCY = List.of("110", "112");
    private static final long INSIDE = 1;
    private static final long OFFICE = 2;
    private static final long FREE = 3;
    private static final long NOT_ABROAD = 4;
    private static final long OUTSIDE = 5;

    private static final Map<Long, DialList> LISTS = Map.of(
            INSIDE,
                    list(
                            INSIDE,
                            "Inside",
                            rule("2xxx", new DialTarget.Inside(Change.NONE)),
                            rule("*97", new DialTarget.Service("voicemail"))),
            OFFICE,
                    list(
                            OFFICE,
                            "Office",
                            new DialList.Included(FREE),
                            new DialList.Included(NOT_ABROAD),
                            new DialList.Included(OUTSIDE)),
            FREE, list(FREE, "Free", rule("00800x.", outside())),
            NOT_ABROAD, list(NOT_ABROAD, "Not abroad", rule("00x.", new DialTarget.Refused("ask a lead"))),
            OUTSIDE, list(OUTSIDE, "Outside", rule("0x.", outside())));

    private static DialList list(long id, String name, DialList.Entry... entries) {
        return new DialList(id, name, List.of(entries));
    }

    private static DialList.Rule rule(String pattern, DialTarget target) {
        return new DialList.Rule(DigitPattern.of(pattern), target, "");
    }

    /** The 0 for a line is taken off. */
    private static DialTarget outside() {
        return new DialTarget.Outside(new Change(1, ""));
    }

    private static DialDecision dial(String number) {
        return DialDecision.of(number, EMERGENCY, List.of(INSIDE, OFFICE), LISTS);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2413    | Inside  | 2413    | Inside
            *97     | Service | *97     | Inside
            0555123 | Outside | 555123  | Office › Outside
            00800123| Outside | 0800123 | Office › Free
            00999123| Refused | 00999123| Office › Not abroad
            112     | Outside | 112     | Emergency
            """)
    void theFirstThatMatchesDecides(String dialled, String target, String called, String by) {
        DialDecision decision = dial(dialled);
        assertThat(decision.target().orElseThrow().getClass().getSimpleName()).isEqualTo(target);
        assertThat(decision.number()).isEqualTo(called);
        assertThat(decision.tried().stream()
                        .filter(t -> t.outcome() == Outcome.MATCHED)
                        .map(t -> String.join(" › ", t.path())))
                .containsExactly(by);
    }

    @Test
    void eachRowThatWasTriedSaysWhyItIsNotTheOne() {
        assertThat(dial("00999123").tried())
                .extracting(t -> String.join(" › ", t.path()) + " " + t.pattern() + ": " + t.outcome() + " " + t.why())
                .containsExactly(
                        "Emergency 110: NO begins with 0",
                        "Emergency 112: NO begins with 0",
                        "Inside 2xxx: NO begins with 0",
                        "Inside *97: NO begins with 0",
                        "Office › Free 00800x.: NO third digit is 9",
                        "Office › Not abroad 00x.: MATCHED ",
                        "Office › Outside 0x.: NOT_REACHED ");
    }

    @Test
    void whatNoListHasGoesNowhere() {
        DialDecision decision = dial("3001");
        assertThat(decision.target()).isEmpty();
        assertThat(decision.tried()).allSatisfy(t -> assertThat(t.outcome()).isEqualTo(Outcome.NO));
        assertThat(dial("24131").tried().get(2).why()).isEqualTo("goes on after 2413");
        assertThat(dial("241").tried().get(2).why()).isEqualTo("too short");
    }

    @Test
    void emergencyNumbersPassWhateverTheListsSay() {
        DialList all = list(9, "Nothing", rule("x.", new DialTarget.Refused("locked")));
        for (String number : EMERGENCY) {
            DialDecision decision = DialDecision.of(number, EMERGENCY, List.of(9L), Map.of(9L, all));
            assertThat(decision.target()).hasValue(new DialTarget.Outside(Change.NONE));
            assertThat(DialDecision.of(number, EMERGENCY, List.of(), Map.of()).target())
                    .hasValue(new DialTarget.Outside(Change.NONE));
        }
    }

    @Test
    void aListWithinItselfIsEnteredOnceAndToldSo() {
        Map<Long, DialList> loop = Map.of(
                1L, list(1, "A", new DialList.Included(2)),
                2L, list(2, "B", new DialList.Included(1), rule("2xxx", new DialTarget.Inside(Change.NONE))));
        DialDecision decision = DialDecision.of("2413", List.of(), List.of(1L), loop);
        assertThat(decision.target()).isPresent();
        assertThat(decision.tried()).extracting(Tried::outcome).containsExactly(Outcome.LOOP, Outcome.MATCHED);
        assertThat(decision.tried().get(0).path()).containsExactly("A", "B", "A");
    }

    @Test
    void aListThatIsGoneIsToldAndTheRestStillCounts() {
        DialDecision decision = DialDecision.of("2413", List.of(), List.of(77L, INSIDE), LISTS);
        assertThat(decision.tried().get(0).outcome()).isEqualTo(Outcome.MISSING);
        assertThat(decision.target()).isPresent();
    }

    @Test
    void aListThatStandsTwiceBesideItselfIsNoLoop() {
        Map<Long, DialList> twice = Map.of(
                1L, list(1, "Both", new DialList.Included(2), new DialList.Included(2)),
                2L, list(2, "Inside", rule("2xxx", new DialTarget.Inside(Change.NONE))));
        assertThat(DialDecision.of("3", List.of(), List.of(1L), twice).tried())
                .extracting(Tried::outcome)
                .containsExactly(Outcome.NO, Outcome.NO);
    }

    @Test
    void listsThatIncludeEachOtherManyTimesOverEndAllTheSame() {
        Map<Long, DialList> lists = LongStream.range(0, 30)
                .boxed()
                .collect(Collectors.toMap(
                        id -> id,
                        id -> new DialList(
                                id,
                                "L" + id,
                                LongStream.range(0, 30)
                                        .mapToObj(other -> (DialList.Entry) new DialList.Included(other))
                                        .toList())));
        assertThat(DialDecision.of("1", List.of(), List.of(0L), lists).tried())
                .hasSizeLessThanOrEqualTo(DialDecision.MOST_ROWS + 30);
    }

    @Test
    void aPlainInterpreterOfRandomListsAgrees() {
        Random random = new Random(4235);
        for (int round = 0; round < 500; round++) {
            List<DialList.Rule> flat = new ArrayList<>();
            Map<Long, DialList> lists = LongStream.range(0, 3).boxed().collect(Collectors.toMap(id -> id, id -> {
                List<DialList.Entry> rules = IntStream.range(0, random.nextInt(4))
                        .mapToObj(i -> (DialList.Entry)
                                rule(randomPattern(random), new DialTarget.Refused("r" + random.nextInt())))
                        .toList();
                return new DialList(id, "L" + id, rules);
            }));
            LongStream.range(0, 3).forEach(id -> lists.get(id).entries().forEach(e -> flat.add((DialList.Rule) e)));
            String number = Integer.toString(random.nextInt(3_000));
            Optional<DialTarget> plain = flat.stream()
                    .filter(r -> number.matches(
                            r.pattern().toString().replace("x", "[0-9]").replace(".", "*")))
                    .map(DialList.Rule::target)
                    .findFirst();
            assertThat(DialDecision.of(number, List.of(), List.of(0L, 1L, 2L), lists)
                            .target())
                    .as("round %d, %s", round, number)
                    .isEqualTo(plain);
        }
    }

    private static String randomPattern(Random random) {
        return IntStream.rangeClosed(0, random.nextInt(4))
                .mapToObj(i -> List.of("1", "2", "x", "x.").get(random.nextInt(4)))
                .collect(Collectors.joining());
    }
}
