package jordfell.core.path;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.SipTexts;
import jordfell.core.milestone.Milestones;
import jordfell.core.release.Revision;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** One observation at a time, and the rail that follows. Times are seconds after the release. */
class PathComputerTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final Revision REV = new Revision("aaaa000011112222");
    private final List<Observation> seen = new ArrayList<>();
    private boolean released = true;
    private boolean bound = true;
    private boolean byHand;
    private List<String> problems = List.of();
    private Optional<Instant> given = Optional.empty();

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    private DevicePath path(long seconds) {
        WindowFour window = new WindowFour("v.example", T.minusSeconds(600));
        window.bound = bound;
        window.byHand = byHand;
        window.problems = problems;
        if (released) {
            window.released(T, "harbour", given);
        }
        DeviceFacts facts = window.facts();
        Milestones reached = Milestones.of(seen.stream()
                .filter(o -> !o.at().isAfter(at(seconds)))
                .filter(facts::owns)
                .toList());
        return PathComputer.compute(facts, reached, at(seconds));
    }

    private void fetched(long t, String revision, int status) {
        seen.add(new ConfigRequested(at(t), "f", status, revision, "Korrin K24/2.4.1", "192.0.2.1"));
    }

    private void located(long t, String... answers) {
        seen.add(new NameLookedUp(at(t), "_sip._udp.v.example", "SRV", List.of(answers)));
    }

    private void register(long t) {
        seen.add(SipTexts.register(at(t), "2416", "v.example"));
    }

    private void answer(long t, int status) {
        seen.add(SipTexts.answer(at(t), "2416", status + " X"));
    }

    private void binding(long t, Change change) {
        seen.add(new BindingChanged(
                at(t), "2416", change, "sip:2416@192.0.2.1", "north", "192.0.2.1:5060", at(t + 120)));
    }

    private void upTo(String stop) {
        fetched(1, REV.id(), 200);
        located(2, "north:5060");
        register(3);
        if (!stop.equals("HEARD")) {
            answer(4, 200);
            binding(4, Change.ADDED);
        }
        if (stop.equals("HOLDING")) {
            binding(100, Change.REFRESHED);
        }
    }

    @Test
    void unboundLineIsHeldAtOnce() {
        bound = false;
        assertThat(path(0).rail()).startsWith("ph");
        assertThat(path(0).condition()).isEqualTo(Condition.HELD);
        assertThat(path(0).stop(Stop.BOUND).evidence()).isEqualTo("line 1 has no extension");
    }

    @Test
    void whatWasSeenOfANumberBeforeTheDeviceWasGivenItIsAnotherLines() {
        register(-60);
        answer(-59, 403);
        binding(-50, Change.EXPIRED);
        upTo("HEARD");
        assertThat(path(4).condition()).as("nothing tells when it was given").isEqualTo(Condition.HELD);
        given = Optional.of(T);
        assertThat(path(4).condition()).isEqualTo(Condition.UNDER_WAY);
        assertThat(path(4).stop(Stop.ACCEPTED).state()).isEqualTo(StopState.WAITING);
    }

    @Test
    void aPhoneThatAsksEveryMinuteStaysProvenWhenEvidenceNoLongerReachesBack() {
        upTo("HOLDING");
        for (boolean outbound : new boolean[] {true, false}) {
            seen.add(new TestCalled(at(120), "2416", outbound, true, "200 OK"));
        }
        assertThat(path(130).condition()).isEqualTo(Condition.PROVEN);
        for (int minute = 3; minute < 1_440; minute++) {
            fetched(minute * 60L, REV.id(), 304);
            register(minute * 60L + 1);
            binding(minute * 60L + 1, Change.REFRESHED);
        }
        assertThat(path(86_390).condition()).isEqualTo(Condition.PROVEN);
        fetched(86_391, "another", 200);
        fetched(86_392, REV.id(), 200);
        register(86_393);
        binding(86_393, Change.REFRESHED);
        assertThat(path(86_394).condition())
                .as("a configuration that it took anew has to prove itself")
                .isEqualTo(Condition.CARRYING);
    }

    @Test
    void whatIsNoLinesStaysTheDevices() {
        given = Optional.of(at(10));
        fetched(1, REV.id(), 200);
        located(2, "north:5060");
        assertThat(path(5).stop(Stop.LOCATED).state()).isEqualTo(StopState.PASSED);
    }

    @Test
    void settingThatCannotBeUsedIsHeldAtBound() {
        problems = List.of("Time server: missing");
        assertThat(path(0).stop(Stop.BOUND)).satisfies(s -> {
            assertThat(s.state()).isEqualTo(StopState.HELD);
            assertThat(s.evidence()).contains("Time server");
        });
    }

    @Test
    void notReleasedIsParked() {
        released = false;
        assertThat(path(0).rail()).isEqualTo("ppwnnnnnn");
        assertThat(path(0).condition()).isEqualTo(Condition.PARKED);
    }

    @ParameterizedTest
    @CsvSource({"0, pppwnnnnn, UNDER_WAY", "119, pppwnnnnn, UNDER_WAY", "120, ppphnnnnn, HELD"})
    void waitsTheUsualTimeForTheFirstCall(long seconds, String rail, Condition condition) {
        assertThat(path(seconds).rail()).isEqualTo(rail);
        assertThat(path(seconds).condition()).isEqualTo(condition);
    }

    @Test
    void saysWhenTimeAloneMayChangeTheAnswer() {
        assertThat(path(0).recheckAt()).hasValue(at(120));
        assertThat(path(121).recheckAt()).isEmpty();
        upTo("ACCEPTED");
        assertThat(path(10).recheckAt()).hasValue(at(124));
    }

    @Test
    void refusedRequestsAreNoFetch() {
        fetched(1, "", 404);
        assertThat(path(5).rail()).isEqualTo("pppwnnnnn");
    }

    @Test
    void olderRevisionWaitsForTheNextLookAndIsHeldAfterIt() {
        fetched(-100, "bbbb000011112222", 200);
        assertThat(path(60).stop(Stop.FETCHED).state()).isEqualTo(StopState.WAITING);
        assertThat(path(300 + 41).stop(Stop.FETCHED)).satisfies(s -> {
            assertThat(s.state()).isEqualTo(StopState.HELD);
            assertThat(s.evidence()).isEqualTo("still has revision bbbb");
        });
    }

    @Test
    void unchangedAnswerCountsAsFetched() {
        fetched(1, REV.id(), 304);
        assertThat(path(2).rail()).isEqualTo("ppppwnnnn");
    }

    @Test
    void nameThatDnsDoesNotKnowIsHeldAtLocated() {
        fetched(1, REV.id(), 200);
        located(2);
        assertThat(path(3).rail()).isEqualTo("pppphnnnn");
        located(4, "north:5060");
        assertThat(path(5).rail()).isEqualTo("pppppwnnn");
    }

    @Test
    void hearingInfersThatItWasLocated() {
        fetched(1, REV.id(), 200);
        register(3);
        assertThat(path(4).stop(Stop.LOCATED).evidence()).isEqualTo("inferred: it was heard");
    }

    @Test
    void silenceAfterFetchingIsHeldAtHeard() {
        fetched(1, REV.id(), 200);
        located(2, "north:5060");
        assertThat(path(60).rail()).isEqualTo("ppppphnnn");
    }

    @Test
    void challengeWithoutAnswerWaitsAndIsHeldAfterTheUsualTime() {
        upTo("HEARD");
        answer(4, 401);
        assertThat(path(5).rail()).isEqualTo("ppppppwnn");
        assertThat(path(60).stop(Stop.ACCEPTED).evidence()).isEqualTo("challenged, and did not answer");
    }

    @ParameterizedTest
    @CsvSource({"403", "404", "423", "500"})
    void refusalIsHeldFromItsFirstOne(int status) {
        upTo("HEARD");
        answer(10, status);
        answer(20, status);
        assertThat(path(30).rail()).isEqualTo("pppppphnn");
        assertThat(path(30).stop(Stop.ACCEPTED).since()).hasValue(at(10));
    }

    @Test
    void refusalSpeaksAgainstAnOlderBindingThatIsStillLive() {
        upTo("ACCEPTED");
        answer(50, 403);
        assertThat(path(60).rail()).isEqualTo("pppppphnn");
        answer(70, 200);
        binding(70, Change.REFRESHED);
        assertThat(path(71).condition()).isEqualTo(Condition.CARRYING);
    }

    @Test
    void acceptedWaitsForItsFirstRefresh() {
        upTo("ACCEPTED");
        assertThat(path(10).rail()).isEqualTo("pppppppwn");
        assertThat(path(10).stop(Stop.HOLDING).dueBy()).hasValue(at(124));
    }

    @Test
    void refreshedCarriesUntilProvenInBothDirections() {
        upTo("HOLDING");
        assertThat(path(110).condition()).isEqualTo(Condition.CARRYING);
        seen.add(new TestCalled(at(111), "2416", true, true, "200 OK"));
        assertThat(path(112).condition()).isEqualTo(Condition.CARRYING);
        seen.add(new TestCalled(at(113), "2416", false, true, "200 OK"));
        assertThat(path(114).condition()).isEqualTo(Condition.PROVEN);
        seen.add(new TestCalled(at(115), "2416", false, false, "480 Temporarily Unavailable"));
        assertThat(path(116).stop(Stop.PROVEN).evidence()).isEqualTo("call in: 480 Temporarily Unavailable");
    }

    @Test
    void testCallsFromBeforeThisConfigurationProveNothing() {
        seen.add(new TestCalled(at(-10), "2416", true, true, "200 OK"));
        seen.add(new TestCalled(at(-9), "2416", false, true, "200 OK"));
        upTo("HOLDING");
        assertThat(path(110).condition()).isEqualTo(Condition.CARRYING);
    }

    @Test
    void contactThatDoesNotAnswerIsHeldAtHolding() {
        upTo("HOLDING");
        seen.add(new Pinged(at(105), "2416", false));
        assertThat(path(110).rail()).as("one may be lost").isEqualTo("ppppppppw");
        seen.add(new Pinged(at(165), "2416", false));
        assertThat(path(170).rail()).isEqualTo("ppppppphn");
        seen.add(new Pinged(at(180), "2416", true));
        assertThat(path(181).rail()).isEqualTo("ppppppppw");
    }

    @ParameterizedTest
    @CsvSource({"EXPIRED", "REMOVED"})
    void lapsedIsSilent(Change change) {
        upTo("HOLDING");
        binding(220, change);
        assertThat(path(230).condition()).isEqualTo(Condition.SILENT);
        assertThat(path(230).rail()).isEqualTo("pppppppnn");
    }

    @Test
    void bindingThatNobodyEndedIsOverWhenItsTimeIs() {
        upTo("HOLDING");
        assertThat(path(219).condition()).isEqualTo(Condition.CARRYING);
        assertThat(path(221).condition()).isEqualTo(Condition.SILENT);
    }

    @Test
    void laterObservationsAreNotLookedAt() {
        upTo("HOLDING");
        assertThat(path(0).rail()).isEqualTo("pppwnnnnn");
        assertThat(path(2).rail()).isEqualTo("pppppwnnn");
    }

    @Test
    void pendingChangeTakesNoDialToneAway() {
        upTo("HOLDING");
        assertThat(path(110).condition()).isEqualTo(Condition.CARRYING);
        assertThat(path(110).stop(Stop.RELEASED).evidence()).doesNotContain("newer");
    }

    /** A phone that answers each challenge and is challenged again: each try used to begin the wait anew. */
    @Test
    void challengesThatNeverEndAreHeldAfterTheUsualTime() {
        upTo("HEARD");
        for (int t = 4; t < 200; t += 10) {
            answer(t, 401);
            seen.add(SipTexts.register(at(t + 1), "2416", "v.example", "Authorization: Digest username=\"x\""));
        }
        assertThat(path(30).condition()).isEqualTo(Condition.UNDER_WAY);
        DevicePath late = path(60);
        assertThat(late.condition()).isEqualTo(Condition.HELD);
        assertThat(late.at()).isEqualTo(Stop.ACCEPTED);
        assertThat(late.stop(Stop.ACCEPTED).evidence()).contains("and is challenged again");
        assertThat(path(190).condition()).isEqualTo(Condition.HELD);
    }

    @Test
    void aCallThatReachedNobodyIsNoUnknownExtension() {
        upTo("HOLDING");
        seen.add(SipTexts.answerToCall(at(110), "9999", "404 X"));
        assertThat(path(112).condition()).isEqualTo(Condition.CARRYING);
    }

    @Test
    void aDeviceThatIsSetByHandNeedsNoReleaseAndNoFile() {
        released = false;
        byHand = true;
        assertThat(path(0).rail()).isEqualTo("pp--wnnnn");
        assertThat(path(0).condition()).isEqualTo(Condition.UNDER_WAY);
        assertThat(path(100_000).condition())
                .as("people type in their own time")
                .isEqualTo(Condition.UNDER_WAY);
        register(200_000);
        binding(200_001, Change.ADDED);
        assertThat(path(200_002).rail()).isEqualTo("pp--pppwn");
        binding(200_090, Change.REFRESHED);
        assertThat(path(200_091).condition()).isEqualTo(Condition.CARRYING);
    }

    @Test
    void aPhoneThatTakesANewFileWhileItIsRegisteredIsNotHeldBeforeThatRunsOut() {
        upTo("HOLDING");
        fetched(105, "bbbb000011112222", 200);
        fetched(110, REV.id(), 200);
        assertThat(path(160).rail()).isEqualTo("ppppwnnnn");
        assertThat(path(160).stop(Stop.LOCATED).evidence()).contains("registered since before");
        assertThat(path(221).condition()).isEqualTo(Condition.HELD);
        register(215);
        binding(216, Change.REFRESHED);
        assertThat(path(221).condition()).isEqualTo(Condition.CARRYING);
    }
}
