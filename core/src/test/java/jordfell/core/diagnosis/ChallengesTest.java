package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.evidence.Observation.BindingChanged.Change;
import org.junit.jupiter.api.Test;

/** Phones that are challenged again and again, each for another reason. */
class ChallengesTest extends CauseFixture {

    @Test
    void aWrongPasswordThatIsOnlyChallengedAgainIsToldAsWhatItIs() {
        challengedForEver(DOMAIN, "2416-a", "pier", "sip:" + DOMAIN, false, 1);
        assertThat(first(60))
                .returns(Cause.WRONG_PASSWORD, Finding::cause)
                .returns(Certainty.CERTAIN, Finding::certainty)
                .returns("It used the password that 2416 had before.", Finding::sentence)
                .returns(40, Finding::tries);
    }

    @Test
    void anotherRealmIsTold() {
        challengedForEver("old.example", "2416-a", "harbour", "sip:" + DOMAIN, false, 1);
        assertThat(first(60).sentence())
                .isEqualTo("It answers for the realm “old.example”; the registrar asked for “v.example”.");
    }

    @Test
    void anAnswerForAnotherAddressIsTold() {
        challengedForEver(DOMAIN, "2416-a", "harbour", "sip:10.0.0.1", false, 1);
        assertThat(first(60).sentence())
                .isEqualTo("Its answer is for “sip:10.0.0.1”, and its request goes to “sip:v.example”.");
    }

    @Test
    void aRightAnswerThatIsNeverTakenIsNoWrongPassword() {
        challengedForEver(DOMAIN, "2416-a", "harbour", "sip:" + DOMAIN, true, 1);
        Finding loop = first(60);
        assertThat(loop.cause()).isEqualTo(Cause.NONCE_LOOP);
        assertThat(loop.detail()).contains("stale").contains("00000001");
        assertThat(loop.certainty()).isEqualTo(Certainty.LIKELY);
        assertThat(loop.settledBy()).isNotEmpty();
    }

    @Test
    void anotherUserIsToldInALoopToo() {
        challengedForEver(DOMAIN, "2416", "harbour", "sip:" + DOMAIN, false, 1);
        assertThat(first(60).sentence()).isEqualTo("It answers as “2416”; the registrar expects “2416-a”.");
    }

    @Test
    void onlyWhoWasChallengedAndFellSilentDidNotAnswer() {
        asks(3, 1, "2416");
        challenged(3, 1, false);
        assertThat(first(60).cause()).as("that one may be lost").isEqualTo(Cause.UNEXPLAINED_HOLD);
        asks(40, 2, "2416");
        challenged(40, 2, false);
        assertThat(first(60).cause()).isEqualTo(Cause.NEVER_ANSWERS_CHALLENGE);
        assertThat(first(60).detail()).contains("asked 2 times").contains("challenged 2 times");
    }

    @Test
    void whoSendsTheSameOnceMoreDidNotGetTheAnswer() {
        for (int i = 0; i < 5; i++) {
            asks(3 + i, 1, "2416");
            challenged(3 + i, 1, false);
        }
        assertThat(first(60))
                .returns(Cause.ANSWERS_LOST, Finding::cause)
                .returns("It is heard, and the answers of north do not reach it.", Finding::sentence);
    }

    @Test
    void whoWasNeverAnsweredWasNotChallenged() {
        asks(3, 1, "2416");
        asks(5, 2, "2416");
        assertThat(first(60))
                .returns(Cause.NODE_SILENT, Finding::cause)
                .returns("north hears it, and was not seen to answer.", Finding::sentence);
        assertThat(first(60).toString()).doesNotContain("challenge");
    }

    @Test
    void nodesThatDisagreeAreNamed() {
        asks(3, 1, "2416");
        binding(4, "2416", Change.ADDED, "south");
        asks(10, 2, "2416");
        answered(10, 2, "2416", "404 Not Found");
        assertThat(first(20).sentence())
                .isEqualTo("north answers that it does not know 2416; south holds its registration.");
    }
}
