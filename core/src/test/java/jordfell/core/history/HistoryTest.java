package jordfell.core.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.NoSecrets;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.SipTexts;
import jordfell.core.keys.KeyKind;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts.UnfitKey;
import jordfell.core.path.Stop;
import jordfell.core.path.WindowFour;
import jordfell.core.release.Revision;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Stepping, and what moves by it. Times are seconds after the release. */
class HistoryTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String REV = new Revision("aaaa000011112222").id();
    private static final String DOMAIN = "v.example";

    private Optional<Act> act = Optional.empty();
    private List<UnfitKey> unfit = List.of();
    private History history = History.begin(T);

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    private Records records() {
        WindowFour window = new WindowFour(DOMAIN, T.minusSeconds(600)).released(T, "harbour", Optional.of(T));
        window.unfitKeys = unfit;
        return new Records(window.facts(), new NoSecrets(), act);
    }

    private List<Transition> step(long now, Observation... seen) {
        History.Stepped stepped = history.step(records(), List.of(seen), at(now));
        history = stepped.history();
        return stepped.transitions();
    }

    private static Observation fetched(long t) {
        return new ConfigRequested(at(t), "f", 200, REV, "Korrin K24/2.4.1", "192.0.2.1");
    }

    private static Observation located(long t, String... answers) {
        return new NameLookedUp(at(t), "_sip._udp." + DOMAIN, "SRV", List.of(answers));
    }

    private static Observation binding(long t, Change change) {
        return new BindingChanged(at(t), "2416", change, "sip:2416@192.0.2.1", "north", "192.0.2.1:5060", at(t + 120));
    }

    private static Observation register(long t) {
        return SipTexts.register(at(t), (int) t + 2_000, "2416", DOMAIN);
    }

    private static Observation answer(long t, String status) {
        return SipTexts.answerTo(at(t), (int) t + 2_000, "2416", status);
    }

    private void carrying() {
        step(4, fetched(1), located(2, "north:5060"), register(3), answer(3, "200 OK"), binding(3, Change.ADDED));
        step(101, register(100), answer(100, "200 OK"), binding(100, Change.REFRESHED));
    }

    @Test
    void tellsWhatMovedOnTheWayToDialTone() {
        step(0);
        assertThat(step(
                        4,
                        fetched(1),
                        located(2, "north:5060"),
                        register(3),
                        answer(3, "200 OK"),
                        binding(3, Change.ADDED)))
                .anySatisfy(t -> assertThat(t)
                        .isInstanceOfSatisfying(
                                Transition.StopMoved.class,
                                m -> assertThat(m.stop()).isEqualTo(Stop.FETCHED)))
                .contains(new Transition.LineGained(at(3), "2416"));
        assertThat(step(101, binding(100, Change.REFRESHED)))
                .contains(new Transition.ConditionChanged(at(100), Condition.UNDER_WAY, Condition.CARRYING));
    }

    @Test
    void aFindingOpensWhenItsTimeIsOverWheneverThatIsLookedAt() {
        step(0);
        List<Transition> moved = step(10_000);
        assertThat(opened(moved)).singleElement().satisfies(o -> {
            assertThat(o.at()).isEqualTo(at(120));
            assertThat(o.life().finding().cause()).isEqualTo(Cause.NEVER_CALLED_IN);
        });
        assertThat(step(10_001)).isEmpty();
    }

    @Test
    void aFindingThatEndsByItselfSaysSo() {
        step(200);
        assertThat(closed(step(300, fetched(290)))).singleElement().satisfies(c -> {
            assertThat(c.at()).isEqualTo(at(290));
            assertThat(c.why()).isInstanceOf(Closing.ByItself.class);
        });
    }

    @Test
    void aFindingThatEndsAfterAnActNamesTheAct() {
        step(200);
        act = Optional.of(new Act(at(250), "Lena Ravn", "released 31"));
        assertThat(closed(step(300, fetched(290))))
                .singleElement()
                .extracting(Transition.FindingClosed::why)
                .isEqualTo(new Closing.AfterAct(act.get()));
        history = History.begin(T);
        act = Optional.of(new Act(at(50), "Lena Ravn", "released 31"));
        step(200);
        assertThat(closed(step(300, fetched(290))).get(0).why())
                .as("what was done before it opened did not end it")
                .isInstanceOf(Closing.ByItself.class);
    }

    @Test
    void aFindingThatAnotherTakesThePlaceOfIsExplainedByIt() {
        step(5, fetched(1), located(2, "north:5060"), register(3));
        assertThat(opened(step(50))).extracting(o -> o.life().finding().cause()).containsExactly(Cause.NODE_SILENT);
        assertThat(closed(step(61, register(59), answer(60, "503 X"))))
                .extracting(Transition.FindingClosed::why)
                .containsExactly(new Closing.Explained("node-overloaded"));
    }

    @Test
    void whatComesLateAndOutOfOrderLandsWhereItBelongs() {
        carrying();
        step(150, binding(149, Change.REMOVED));
        assertThat(history.present().condition()).isEqualTo(Condition.SILENT);
        step(151, binding(148, Change.REFRESHED));
        assertThat(history.present().condition())
                .as("the refresh came before the end")
                .isEqualTo(Condition.SILENT);
        assertThat(step(400, fetched(20)).size()).isZero();
        assertThat(history.step(records(), List.of(fetched(-500)), at(401)).tooLate())
                .hasSize(1);
    }

    @Test
    void aFindingThatTheRecordsEndedIsNotWithdrawnByWhatComesLate() {
        carrying();
        unfit = List.of(new UnfitKey("key 9", KeyKind.BLF, "2417", "Radio", "the Korrin K12 has 4 keys"));
        assertThat(opened(step(150)))
                .extracting(o -> o.life().finding().cause())
                .containsExactly(Cause.TOO_MANY_KEYS);
        unfit = List.of();
        act = Optional.of(new Act(at(155), "Lena Ravn", "laid out its keys"));
        assertThat(closed(step(160, fetched(20))))
                .extracting(Transition.FindingClosed::why)
                .containsExactly(new Closing.AfterAct(act.get()));
        assertThat(history.present().lives()).isEmpty();
    }

    @Test
    void aFindingThatWasToldTooEarlyIsWithdrawn() {
        step(4, fetched(1));
        assertThat(opened(step(45))).hasSize(1); // looked nothing up
        assertThat(closed(step(46, register(3), answer(3, "200 OK"), binding(3, Change.ADDED))))
                .extracting(Transition.FindingClosed::why)
                .containsExactly(new Closing.Withdrawn());
        assertThat(history.present().lives()).isEmpty();
    }

    @Test
    void ofOneThatNeverStopsTalkingHalfIsSettledSooner() {
        carrying();
        for (int i = 0; i < 8 * History.MOST; i++) {
            Instant now = at(100).plusMillis(10L * i);
            Observation ping = new Pinged(now, "2416", true);
            history = history.step(records(), List.of(ping), now).history();
            assertThat(history.recent().size()).isLessThanOrEqualTo(History.MOST);
        }
        assertThat(history.settled().at()).isAfter(at(120));
        assertThat(history.present().condition()).isEqualTo(Condition.CARRYING);
        // What comes late by less than that lands where it belongs.
        assertThat(step(131, new Pinged(at(129), "2416", true))).isEmpty();
        assertThat(history.recent()).contains(new Pinged(at(129), "2416", true));
    }

    @Test
    void whatIsSettledIsNotKept() {
        carrying();
        for (int t = 160; t < 4_000; t += 60) {
            step(t, register(t), answer(t, "200 OK"), binding(t, Change.REFRESHED), new Pinged(at(t), "2416", true));
        }
        assertThat(history.recent()).hasSizeLessThan(30);
        assertThat(history.settled().condition()).isEqualTo(Condition.CARRYING);
        assertThat(history.present().reached().line("2416").acceptedSince()).hasValue(at(3));
    }

    /** A day of a phone that is not well: everything that can happen to it, a few seconds apart. */
    private static List<Observation> day(Random random) {
        List<Observation> seen = new ArrayList<>();
        int t = 1;
        while (t < 1_500) {
            int cseq = t + 2_000;
            switch (random.nextInt(12)) {
                case 0 ->
                    seen.add(new ConfigRequested(
                            at(t),
                            "f",
                            random.nextBoolean() ? 200 : 304,
                            random.nextInt(5) == 0 ? "bbbb" : REV,
                            "K/1",
                            "192.0.2.1"));
                case 1 ->
                    seen.add(new ConfigRequested(at(t), "f", random.nextBoolean() ? 500 : 401, "", "K/1", "192.0.2.1"));
                case 2 -> seen.add(random.nextBoolean() ? located(t) : located(t, "north:5060"));
                case 3 -> seen.add(new Pinged(at(t), "2416", random.nextInt(4) > 0));
                case 4 ->
                    seen.add(new TestCalled(at(t), "2416", random.nextBoolean(), random.nextInt(3) > 0, "200 OK"));
                case 5 -> seen.add(binding(t, random.nextBoolean() ? Change.REMOVED : Change.EXPIRED));
                case 6, 7 -> {
                    seen.add(SipTexts.register(at(t), cseq, random.nextInt(4) == 0 ? "2417" : "2416", DOMAIN));
                    seen.add(SipTexts.answerTo(at(t), cseq, "2416", random.nextBoolean() ? "403 No" : "401 Who"));
                }
                default -> {
                    seen.add(register(t));
                    seen.add(answer(t, "200 OK"));
                    seen.add(binding(t, random.nextBoolean() ? Change.ADDED : Change.REFRESHED));
                }
            }
            t += random.nextInt(30);
        }
        return seen;
    }

    static IntStream seeds() {
        return IntStream.range(0, 12);
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void anyBatchesAnyOrderWithinTheLateWindowAndDoublesGiveTheSameHistory(int seed) {
        Random random = new Random(seed);
        List<Observation> day = day(random);
        History one = stepped(day.stream().map(o -> new Delivery(o, o.at())).toList(), 1);
        List<Delivery> astray = new ArrayList<>();
        for (Observation o : day) {
            astray.add(new Delivery(o, o.at().plusSeconds(random.nextInt(119))));
            if (random.nextInt(4) == 0) {
                astray.add(new Delivery(o, o.at().plusSeconds(random.nextInt(119))));
            }
        }
        Collections.shuffle(astray, random);
        astray.sort(java.util.Comparator.comparing(Delivery::at));
        History other = stepped(astray, 1 + random.nextInt(7));
        assertThat(other.present().reached()).isEqualTo(one.present().reached());
        assertThat(other.present()).isEqualTo(one.present());
        History whole = stepped(day.stream().map(o -> new Delivery(o, o.at())).toList(), day.size());
        assertThat(whole.present()).as("all of it at once").isEqualTo(one.present());
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void everyFindingThatOpensIsOpenOrWasClosed(int seed) {
        List<Transition> told = new ArrayList<>();
        for (Observation o : day(new Random(seed))) {
            told.addAll(step(o.at().getEpochSecond() - T.getEpochSecond(), o));
        }
        Set<FindingLife.Key> open = new java.util.HashSet<>();
        for (Transition t : told) {
            if (t instanceof Transition.FindingOpened o) {
                assertThat(open.add(o.life().key())).as("opened twice: %s", o).isTrue();
            } else if (t instanceof Transition.FindingClosed c) {
                assertThat(open.remove(c.life().key()))
                        .as("closed, and not open: %s", c)
                        .isTrue();
            }
        }
        assertThat(open)
                .isEqualTo(
                        history.present().lives().stream().map(FindingLife::key).collect(Collectors.toSet()));
    }

    private record Delivery(Observation observation, Instant at) {}

    private History stepped(List<Delivery> deliveries, int batch) {
        History stepping = History.begin(T);
        for (int i = 0; i < deliveries.size(); i += batch) {
            List<Delivery> some = deliveries.subList(i, Math.min(deliveries.size(), i + batch));
            stepping = stepping.step(
                            records(),
                            some.stream().map(Delivery::observation).toList(),
                            some.get(some.size() - 1).at())
                    .history();
        }
        return stepping.step(records(), List.of(), at(1_700)).history();
    }

    private static List<Transition.FindingOpened> opened(List<Transition> moved) {
        return only(moved, Transition.FindingOpened.class).toList();
    }

    private static List<Transition.FindingClosed> closed(List<Transition> moved) {
        return only(moved, Transition.FindingClosed.class).toList();
    }

    private static <T> Stream<T> only(List<Transition> moved, Class<T> kind) {
        return moved.stream().filter(kind::isInstance).map(kind::cast);
    }
}
