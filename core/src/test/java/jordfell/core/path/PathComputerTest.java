package jordfell.core.path;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The stops up to the registrar. */
class PathComputerTest extends PathFixture {

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
}
