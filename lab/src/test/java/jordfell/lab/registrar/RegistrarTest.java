package jordfell.lab.registrar;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.registrar.Accounts.Account;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Who is challenged, refused and accepted. */
class RegistrarTest extends RegistrarFixture {

    @ParameterizedTest
    @EnumSource(
            value = DigestAlgorithm.class,
            names = {"MD5", "SHA_256"})
    void challengesAndThenAcceptsTheRightAnswer(DigestAlgorithm algorithm) {
        SipMessage challenged = send(register("2416", "<sip:2416@192.0.2.101>"));
        assertThat(challenged.status()).isEqualTo(401);
        DigestChallenge asked = challenge(challenged, algorithm);
        assertThat(asked.realm()).isEqualTo("the realm");
        assertThat(asked.stale()).isFalse();
        SipMessage ok = send(answered(register("2416", "<sip:2416@192.0.2.101>"), asked, "2416-a", "right", 1));
        assertThat(ok.status()).isEqualTo(200);
        assertThat(changes()).containsExactly(Change.ADDED);
        assertThat(SipHeaders.contacts(ok).get(0).param("expires")).hasValue("300");
    }

    @Test
    void respondsToWhereTheRequestCameFrom() {
        send(register("2416", "<sip:2416@192.0.2.101>"));
        assertThat(last.sends().get(0).to()).isEqualTo(PHONE);
        assertThat(last.sends().get(0).message().first("Via"))
                .hasValueSatisfying(
                        via -> assertThat(via).contains(";rport=5060").contains(";received=192.0.2.101"));
    }

    @Test
    void strongerAlgorithmIsOfferedFirst() {
        assertThat(send(register("2416", "<sip:a@b>")).all("WWW-Authenticate"))
                .hasSize(2)
                .first()
                .satisfies(h -> assertThat(h).contains("SHA-256"));
    }

    @ParameterizedTest
    @CsvSource({"2416-a, wrong, 403", "2416, right, 403", "2417-a, other, 403"})
    void refusesWrongUserAndWrongPassword(String user, String password, int status) {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, user, password, 1))
                        .status())
                .isEqualTo(status);
        assertThat(changes()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"9999", "", "2416%20"})
    void strangersAreChallengedAsAllAreBeforeTheyAreToldThatTheyAreNotKnown(String user) {
        String name = user.isEmpty() ? "nobody" : user;
        DigestChallenge asked = challenge(send(register(name, "<sip:a@b>")), DigestAlgorithm.MD5);
        assertThat(send(answered(register(name, "<sip:a@b>"), asked, name, "guessed", 1))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void doesNotKnowOtherDomains() {
        SipMessage elsewhere = register("2416", "<sip:a@b>").withStartLine("REGISTER sip:elsewhere.example SIP/2.0");
        assertThat(send(elsewhere).status()).isEqualTo(404);
    }

    @Test
    void oldNonceIsStaleForWhoKnowsThePassword() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        now = now.plus(Registrar.NONCE_LIFETIME).plusSeconds(1);
        SipMessage right = send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 1));
        assertThat(right.status()).isEqualTo(401);
        assertThat(challenge(right, DigestAlgorithm.MD5).stale()).isTrue();
        SipMessage wrong = send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "wrong", 1));
        assertThat(challenge(wrong, DigestAlgorithm.MD5).stale()).isFalse();
    }

    @Test
    void foreignNonceIsNotAccepted() {
        DigestChallenge forged = new DigestChallenge("the realm", "Zm9yZ2Vk", DigestAlgorithm.MD5, false);
        assertThat(send(answered(register("2416", "<sip:a@b>"), forged, "2416-a", "right", 1))
                        .status())
                .isEqualTo(401);
        DigestChallenge noBase64 = new DigestChallenge("the realm", "%%%", DigestAlgorithm.MD5, false);
        assertThat(send(answered(register("2416", "<sip:a@b>"), noBase64, "2416-a", "right", 1))
                        .status())
                .isEqualTo(401);
    }

    @Test
    void nonceCountMustRise() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 1))
                        .status())
                .isEqualTo(200);
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 2))
                        .status())
                .isEqualTo(200);
        SipMessage replayed = send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 2));
        assertThat(replayed.status()).isEqualTo(401);
        assertThat(challenge(replayed, DigestAlgorithm.MD5).stale()).isTrue();
    }

    @Test
    void changedPasswordCountsAtOnce() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        accounts.put("2416", new Account("2416", "2416-a", "rotated", 2));
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 1))
                        .status())
                .isEqualTo(403);
    }

    @ParameterizedTest
    @ValueSource(strings = {"From", "To", "Call-ID", "CSeq"})
    void requestsThatLackAHeaderAreBad(String header) {
        assertThat(send(register("2416", "<sip:a@b>").withoutFirst(header)).status())
                .isEqualTo(400);
    }

    @Test
    void requestsWithoutAWayBackAreDropped() {
        Outcome dropped = server.handle("north", register("2416", "<sip:a@b>").withoutFirst("Via"), PHONE, now);
        assertThat(dropped.sends()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"OPTIONS, 200", "PUBLISH, 405"})
    void answersOtherMethods(String method, int status) {
        SipMessage request = register("2416", "<sip:a@b>")
                .withStartLine(method + " sip:" + DOMAIN + " SIP/2.0")
                .replacing("CSeq", "1 " + method);
        assertThat(send(request).status()).isEqualTo(status);
    }

    @Test
    void aRequestThatComesAgainIsAnsweredAsBeforeAndDoneOnce() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:2416@192.0.2.101>")), DigestAlgorithm.SHA_256);
        SipMessage proven = answered(register("2416", "<sip:2416@192.0.2.101>"), asked, "2416-a", "right", 1);
        SipMessage ok = send(proven);
        assertThat(ok.status()).isEqualTo(200);
        assertThat(changes()).containsExactly(Change.ADDED);
        now = now.plusMillis(500);
        assertThat(send(proven).text()).isEqualTo(ok.text());
        assertThat(changes()).isEmpty();
        now = now.plusSeconds(33);
        assertThat(send(proven).status())
                .as("after 64 × T1 it is no retransmission any more")
                .isNotEqualTo(200);
    }

    @Test
    void answersThatNobodyWaitsForAreDropped() {
        SipMessage stray =
                SipMessage.response(200, "OK").with("Call-ID", "ping-99").with("CSeq", "1 OPTIONS");
        assertThat(server.handle("north", stray, PHONE, now)).isEqualTo(Outcome.NOTHING);
    }

    @Test
    void manyUnansweredChallengesCostNothing() {
        for (int i = 0; i < 10_000; i++) {
            send(register("2416", "<sip:a@b>"));
        }
        assertThat(registrar.tick(now.plus(Duration.ofHours(1))).events()).isEmpty();
    }
}
