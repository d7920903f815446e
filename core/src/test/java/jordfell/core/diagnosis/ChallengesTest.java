package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.SipTexts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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

    /** Both copies of a request were under way before the answer to the first could come. */
    @Test
    void whatIsChallengedTwiceForOneRequestIsOneChallenge() {
        asks(3, 1, "2416");
        asks(4, 1, "2416");
        challenged(6, 1, false);
        challenged(7, 1, false);
        assertThat(first(60).cause()).isNotEqualTo(Cause.NEVER_ANSWERS_CHALLENGE);
        asks(40, 2, "2416");
        challenged(41, 2, false);
        assertThat(first(45).cause()).as("its answer may be on the way").isNotEqualTo(Cause.NEVER_ANSWERS_CHALLENGE);
        assertThat(first(60).cause()).isEqualTo(Cause.NEVER_ANSWERS_CHALLENGE);
    }

    private void challengedWith(long t, int cseq, String... algorithms) {
        asks(t, cseq, "2416");
        seen.add(SipTexts.answerTo(
                at(t),
                cseq,
                "2416",
                "401 Unauthorized",
                Arrays.stream(algorithms)
                        .map(a -> "WWW-Authenticate: Digest realm=\"" + DOMAIN + "\", nonce=\"n" + cseq + "\"" + a)
                        .toArray(String[]::new)));
    }

    @ParameterizedTest
    @CsvSource({
        "', algorithm=SHA-512-256', '', ALGORITHM_MISMATCH",
        "', algorithm=SHA-256', '', ALGORITHM_MISMATCH",
        "', algorithm=SHA-512-256', ', algorithm=MD5', NEVER_ANSWERS_CHALLENGE",
        "', algorithm=md5', '', NEVER_ANSWERS_CHALLENGE",
        "', qop=\"auth\"', '', NEVER_ANSWERS_CHALLENGE",
    })
    void whatNobodyHasToKnowMayBeWhyNobodyAnswers(String first, String second, Cause cause) {
        for (int i = 1; i < 4; i++) {
            if (second.isEmpty()) {
                challengedWith(3 + 10L * i, i, first);
            } else {
                challengedWith(3 + 10L * i, i, first, second);
            }
        }
        assertThat(findings(60)).singleElement().returns(cause, Finding::cause);
    }

    /** What it answered with is not known here, and may be what it was asked for. */
    @Test
    void whoAnswersWithWhatCannotBeReadIsNotToldToBeSilent() {
        for (int i = 1; i < 4; i++) {
            challengedWith(3 + 10L * i, 2 * i, ", algorithm=SHA-512-256");
            seen.add(SipTexts.register(
                    at(4 + 10L * i),
                    2 * i + 1,
                    "2416",
                    DOMAIN,
                    "Authorization: Digest username=\"2416-a\", realm=\"" + DOMAIN + "\", nonce=\"n\", uri=\"sip:"
                            + DOMAIN + "\", response=\"00\", algorithm=SHA-512-256"));
        }
        assertThat(findings(60)).extracting(Finding::cause).doesNotContain(Cause.ALGORITHM_MISMATCH);
    }

    @Test
    void whoAnsweredWithAnotherAlgorithmMeanwhileIsToldSo() {
        answers(3, 1, DOMAIN, "2416-a", "harbour");
        seen.add(SipTexts.answerTo(
                at(3),
                1,
                "2416",
                "401 Unauthorized",
                "WWW-Authenticate: Digest realm=\"" + DOMAIN + "\", nonce=\"m\", algorithm=SHA-512-256"));
        challengedWith(20, 2, ", algorithm=SHA-512-256");
        challengedWith(40, 3, ", algorithm=SHA-512-256");
        assertThat(findings(60)).singleElement().satisfies(f -> {
            assertThat(f.sentence())
                    .isEqualTo("north challenges 2416 with SHA-512-256 alone, and it does not answer that.");
            assertThat(f.detail()).contains("challenged 3 times", "hashed with MD5");
            assertThat(f.certainty()).isEqualTo(Certainty.LIKELY);
        });
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
