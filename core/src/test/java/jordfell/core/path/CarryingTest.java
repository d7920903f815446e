package jordfell.core.path;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.SipTexts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The stops from the first answer on: accepted, holding, proven, and what ends it. */
class CarryingTest extends PathFixture {

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

    /** RFC 3261 §21.4.17: it is to ask for more. */
    @Test
    void aRequestForLessThanIsGivenIsRefusedOnceItIsMadeAgain() {
        upTo("HEARD");
        answer(10, 423);
        assertThat(path(11).rail()).isEqualTo("ppppppwnn");
        seen.add(SipTexts.register(at(20), 2, "2416", "v.example"));
        seen.add(SipTexts.answerTo(at(20), 2, "2416", "423 X"));
        assertThat(path(30).rail()).isEqualTo("pppppphnn");
    }

    @ParameterizedTest
    @CsvSource({"403", "404", "500"})
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
