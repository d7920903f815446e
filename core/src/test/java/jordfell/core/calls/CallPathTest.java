package jordfell.core.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallStop.Kind;
import jordfell.core.calls.CallStop.Way;
import jordfell.core.calls.CallStop.When;
import jordfell.core.calls.Ringer.State;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CallPathTest extends CallPathFixture {

    private List<String> rung(String number) {
        return Ringing.of(CallPath.of(number, ground)).rung().stream()
                .map(r -> r.device().label() + " " + r.from().toSeconds() + "–"
                        + r.until().map(u -> Long.toString(u.toSeconds())).orElse("…"))
                .toList();
    }

    private List<String> troubles(String number) {
        return CallTrouble.in(CallPath.of(number, ground)).stream()
                .map(t -> String.join(" ", t.way()) + ": " + t.end() + (t.now() ? " now" : ""))
                .toList();
    }

    @Test
    void allDevicesOfAnExtensionRingThatCan() {
        line(
                "2413",
                Diversions.NONE,
                phone("desk", State.RINGS),
                phone("soft", State.RINGS),
                phone("old", State.NOT_REGISTERED));
        assertThat(rung("2413")).containsExactly("desk 0–…", "soft 0–…");
        assertThat(troubles("2413")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            RINGS          | phone 2413 0–15, phone 2001 15–…
            IN_A_CALL      | phone 2002 0–…
            DO_NOT_DISTURB | phone 2002 0–…
            NOT_REGISTERED | phone 2003 0–…
            """)
    void itGoesWhereItsStateSendsIt(State state, String expected) {
        line("2413", otherwise("2002", "2001", "2003"), phone("phone 2413", state));
        line("2001", State.RINGS);
        line("2002", State.RINGS);
        line("2003", State.RINGS);
        assertThat(String.join(", ", rung("2413"))).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            RINGS          | RINGS          | phone 2413 0–15, phone 2420 0–15, phone 2001 15–…
            RINGS          | NOT_REGISTERED | phone 2413 0–15, phone 2001 15–…
            IN_A_CALL      | RINGS          | phone 2420 0–15, phone 2001 15–…
            NOT_REGISTERED | RINGS          | phone 2420 0–15, phone 2001 15–…
            IN_A_CALL      | NOT_REGISTERED | phone 2002 0–…
            NOT_REGISTERED | IN_A_CALL      | phone 2002 0–…
            NOT_REGISTERED | NOT_REGISTERED | phone 2003 0–…
            """)
    void whatRingsTogetherWithItCountsAsIfItWasItsOwn(State own, State other, String expected) {
        line("2413", otherwise("2002", "2001", "2003").ringingAlso(Optional.of("2420")), phone("phone 2413", own));
        line("2420", other);
        line("2001", State.RINGS);
        line("2002", State.RINGS);
        line("2003", State.RINGS);
        assertThat(String.join(", ", rung("2413"))).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            true  | It rings phone 2413.
            false | It is answered by the announcement “We open at nine”.
            """)
    void theTimeOfDayLeadsTheCallsOfAnOutsideNumber(boolean isOpen, String sentence) {
        line("2413", State.RINGS);
        CallStop first = OutsidePath.of(
                "+999 55",
                new OutsidePath.Handler(Optional.of("2413"), ""),
                Optional.of(
                        new OutsidePath.ByTime(isOpen, new OutsidePath.Handler(Optional.empty(), "We open at nine"))),
                ground);
        assertThat(CallSentence.of(first)).isEqualTo(sentence);
        assertThat(first.ways()).extracting(Way::when).containsExactly(When.OPEN, When.CLOSED);
    }

    @Test
    void anOutsideNumberThatNothingHandlesSaysSo() {
        CallStop first =
                OutsidePath.of("+999 55", new OutsidePath.Handler(Optional.empty(), ""), Optional.empty(), ground);
        assertThat(CallSentence.of(first)).isEqualTo("It rings nothing: the number is given to nobody.");
    }

    @Test
    void aMobileRingsTogetherWithTheDesk() {
        line("2413", otherwise("", "2001", "").ringingAlso(Optional.of("05551")), phone("desk", State.RINGS));
        line("2001", State.RINGS);
        CallStop first = CallPath.of("2413", ground);
        assertThat(rung("2413")).containsExactly("desk 0–15", "phone 2001 15–…");
        assertThat(Ringing.of(first).alongside()).containsExactly(new Ringing.Alongside("05551", Duration.ZERO));
        assertThat(CallSentence.of(first)).isEqualTo("It rings desk and 05551 outside, after 15 s rings phone 2001.");
    }

    @Test
    void aMobileAloneIsReachedAndOneThatMayNotBeCalledIsTold() {
        line("2413", otherwise("", "", "").ringingAlso(Optional.of("05551")));
        assertThat(CallSentence.of(CallPath.of("2413", ground))).isEqualTo("It rings 05551 outside.");
        line("2413", otherwise("", "", "").ringingAlso(Optional.of("00999")));
        assertThat(troubles("2413")).contains("2413 00999: NOT_PERMITTED");
        assertThat(CallSentence.of(CallPath.of("2413", ground))).isEqualTo("It rings nothing: 2413 is on no device.");
    }

    @Test
    void whatIsAlwaysDivertedRingsThereAlone() {
        line("2413", always("2001"), phone("phone 2413", State.RINGS));
        line("2001", State.RINGS);
        assertThat(rung("2413")).containsExactly("phone 2001 0–…");
    }

    @Test
    void aGroupRingsTogetherOrInTurn() {
        line("2413", State.RINGS);
        line("2414", State.DO_NOT_DISTURB);
        line("2415", State.RINGS);
        line("2400", State.RINGS);
        group("2600", true, Optional.of("2400"), "2413", "2414", "2415");
        group("2601", false, Optional.of("2400"), "2413", "2414", "2415");
        group("2602", true, Optional.empty(), "2413", "2415");
        group("2603", false, Optional.empty(), "2413", "2415");
        assertThat(rung("2600")).containsExactly("phone 2413 0–20", "phone 2415 0–20", "phone 2400 20–…");
        assertThat(rung("2601")).containsExactly("phone 2413 0–20", "phone 2415 20–40", "phone 2400 40–…");
        assertThat(rung("2602")).containsExactly("phone 2413 0–…", "phone 2415 0–…");
        assertThat(rung("2603")).containsExactly("phone 2413 0–20", "phone 2415 20–…");
    }

    @Test
    void aGroupOfWhichNobodyIsThereGoesOnAtOnce() {
        line("2413", State.NOT_REGISTERED);
        line("2400", State.RINGS);
        group("2600", true, Optional.of("2400"), "2413");
        assertThat(rung("2600")).containsExactly("phone 2400 0–…");
        assertThat(troubles("2600")).isEmpty();
    }

    @Test
    void membersDivertTheirOwnCallsAndNotTheGroups() {
        line("2413", always("2001"), phone("phone 2413", State.RINGS));
        line("2001", State.RINGS);
        group("2600", true, Optional.empty(), "2413");
        assertThat(rung("2600")).containsExactly("phone 2413 0–…");
    }

    @Test
    void loopsEndWhereTheyClose() {
        line("2128", always("2129"));
        line("2129", always("2128"));
        line("2130", always("2130"));
        group("2600", true, Optional.of("2600"), "2601");
        group("2601", false, Optional.empty(), "2600");
        assertThat(troubles("2128")).containsExactly("2128 2129 2128: LOOP now");
        assertThat(troubles("2130")).containsExactly("2130 2130: LOOP now");
        assertThat(troubles("2600")).contains("2600 2601 2600: LOOP", "2600 2600: LOOP now");
        assertThat(Ringing.of(CallPath.of("2128", ground)).reachesAnybody()).isFalse();
    }

    @Test
    void aTargetThatNobodyHasIsTroubleEvenWhereNoCallGoesNow() {
        line("2413", otherwise("", "", "2499"), phone("phone 2413", State.RINGS));
        assertThat(troubles("2413")).containsExactly("2413 2499: NOBODY_HAS_IT");
        assertThat(troubles("2499")).containsExactly("2499: NOBODY_HAS_IT now");
    }

    @Test
    void whoDivertsOutsideHasToBePermitted() {
        line("2413", always("0555123"), phone("desk", State.RINGS));
        line("2414", always("00999123"), phone("desk", State.RINGS));
        CallStop mobile = CallPath.of("2413", ground).ways().get(0).to();
        assertThat(mobile.kind()).isEqualTo(Kind.OUTSIDE);
        assertThat(Ringing.of(CallPath.of("2413", ground)).reachesAnybody()).isTrue();
        assertThat(troubles("2414")).containsExactly("2414 00999123: NOT_PERMITTED now");
    }

    @Test
    void whatAnswersByItselfIsAnEnd() {
        line("2413", otherwise("*97", "*97", "*97"), phone("phone 2413", State.NOT_REGISTERED));
        numbers.put("*97", new Callee.Service("*97", "Voicemail"));
        Ringing ringing = Ringing.of(CallPath.of("2413", ground));
        assertThat(ringing.rung()).isEmpty();
        assertThat(ringing.reachesAnybody()).isTrue();
        assertThat(ringing.end().name()).isEqualTo("Voicemail");
        assertThat(troubles("2413")).isEmpty();
    }

    @Test
    void thatNobodyIsThereIsTroubleOnlyWhereTheCallEndsByIt() {
        line("2413", otherwise("", "", "2414"), phone("a", State.NOT_REGISTERED));
        line("2414", State.NOT_REGISTERED);
        line("2415", State.DO_NOT_DISTURB);
        line("2040", Diversions.NONE);
        assertThat(troubles("2413")).containsExactly("2413 2414: NOT_REGISTERED now");
        assertThat(troubles("2415")).containsExactly("2415: BUSY now");
        assertThat(troubles("2040")).containsExactly("2040: NO_DEVICE now");
        line("2414", State.RINGS);
        assertThat(troubles("2413")).isEmpty();
    }

    @Test
    void aChainIsFollowedAsFarAsACallIsSent() {
        IntStream.range(2_000, 2_100).forEach(n -> line(Integer.toString(n), always(Integer.toString(n + 1))));
        assertThat(CallTrouble.in(CallPath.of("2000", ground))).singleElement().satisfies(t -> {
            assertThat(t.end()).isEqualTo(DeadEnd.TOO_FAR);
            assertThat(t.way()).hasSize(CallPath.FARTHEST + 1);
        });
    }

    @Test
    void pathsThatBranchAtEachStopEndAllTheSame() {
        for (int n = 2_000; n < 2_040; n++) {
            line(
                    Integer.toString(n),
                    otherwise(Integer.toString(n + 1), Integer.toString(n + 2), Integer.toString(n + 3)),
                    phone("p" + n, State.RINGS));
        }
        assertThat(CallTrouble.in(CallPath.of("2000", ground))).isNotEmpty();
    }

    @Test
    void randomGroundHasAPathThatEndsAndRingsOnlyWhatIsRegistered() {
        Random random = new Random(2413);
        for (int round = 0; round < 500; round++) {
            numbers.clear();
            for (int n = 0; n < 12; n++) {
                random(Integer.toString(2_000 + n), random);
            }
            CallStop first = CallPath.of("2000", ground);
            Ringing ringing = Ringing.of(first);
            assertThat(ringing.rung()).allSatisfy(r -> {
                assertThat(r.device().state()).isEqualTo(State.RINGS);
                r.until().ifPresent(until -> assertThat(until).isGreaterThan(r.from()));
            });
            assertThat(stops(first))
                    .allSatisfy(stop -> assertThat(stop.end().isPresent()
                                    && stop.ways().stream().anyMatch(Way::now))
                            .as("ends and goes on at once: " + stop.number())
                            .isFalse());
            if (!ringing.reachesAnybody()) {
                assertThat(CallTrouble.in(first)).as("round " + round).isNotEmpty();
            }
        }
    }

    private void random(String number, Random random) {
        String target = Integer.toString(2_000 + random.nextInt(14));
        String other = Integer.toString(2_000 + random.nextInt(14));
        State state = List.copyOf(EnumSet.allOf(State.class)).get(random.nextInt(4));
        switch (random.nextInt(5)) {
            case 0 -> line(number, always(target), phone("p" + number, state));
            case 1 -> line(number, otherwise(target, other, target), phone("p" + number, state));
            case 2 -> group(number, random.nextBoolean(), Optional.of(target), other, target);
            case 3 -> line(number, Diversions.NONE);
            default -> line(number, state);
        }
    }

    private static List<CallStop> stops(CallStop first) {
        List<CallStop> all = new ArrayList<>();
        all.add(first);
        first.ways().forEach(way -> all.addAll(stops(way.to())));
        return all;
    }

    @Test
    void eachWayIsToldWithWhenItIsGone() {
        line("2413", otherwise("2001", "2002", "2003"), phone("p", State.RINGS));
        assertThat(CallPath.of("2413", ground).ways())
                .extracting(Way::when)
                .containsExactly(When.BUSY, When.UNANSWERED, When.UNREACHABLE);
    }
}
