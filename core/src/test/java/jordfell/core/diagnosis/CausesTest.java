package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.WindowFour;
import jordfell.core.release.Revision;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import org.junit.jupiter.api.Test;

/** What a registration came to, and the one sentence that is right about it. Times are seconds after the release. */
class CausesTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String REV = new Revision("aaaa000011112222").id();
    private static final String DOMAIN = "v.example";

    private static final SecretBook BOOK = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return Optional.ofNullable(
                    Map.of("2416", "harbour", "2417", "lantern").get(number));
        }

        @Override
        public List<String> earlier(String number) {
            return List.of("pier");
        }

        @Override
        public Map<String, String> others(String number) {
            Map<String, String> all = new TreeMap<>(Map.of("2416", "harbour", "2417", "lantern"));
            all.remove(number);
            return all;
        }
    };

    private final WindowFour window =
            new WindowFour(DOMAIN, T.minusSeconds(600)).released(T, "harbour", Optional.empty());
    private final List<Observation> seen = new ArrayList<>(List.of(
            new ConfigRequested(at(1), "f", 200, REV, "Korrin K24/2.4.1", "192.0.2.1"),
            new NameLookedUp(at(2), "_sip._udp." + DOMAIN, "SRV", List.of("north:5060"))));

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    private List<Finding> findings(long seconds) {
        return Diagnosis.of(CaseOf.of(window.facts(), seen, BOOK, at(seconds)));
    }

    private Finding first(long seconds) {
        assertThat(findings(seconds)).isNotEmpty();
        return findings(seconds).get(0);
    }

    private void asks(long t, int cseq, String number) {
        seen.add(SipTexts.register(at(t), cseq, number, DOMAIN));
    }

    private void answers(long t, int cseq, String realm, String user, String password) {
        answers(t, cseq, realm, user, password, "sip:" + DOMAIN, 1);
    }

    private void answers(long t, int cseq, String realm, String user, String password, String uri, int count) {
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(realm, "n", DigestAlgorithm.MD5, false),
                user,
                password,
                "REGISTER",
                uri,
                "c",
                count);
        seen.add(SipTexts.register(at(t), cseq, "2416", DOMAIN, "Authorization: " + answer.header()));
    }

    private void challenged(long t, int cseq, boolean stale) {
        seen.add(SipTexts.answerTo(
                at(t),
                cseq,
                "2416",
                "401 Unauthorized",
                "WWW-Authenticate: " + new DigestChallenge(DOMAIN, "n" + cseq, DigestAlgorithm.MD5, stale).header()));
    }

    private void answered(long t, int cseq, String number, String status, String... headers) {
        seen.add(SipTexts.answerTo(at(t), cseq, number, status, headers));
    }

    private void binding(long t, String number, Change change, String node) {
        seen.add(new BindingChanged(
                at(t), number, change, "sip:" + number + "@192.0.2.1", node, "192.0.2.1:5060", at(t + 120)));
    }

    /** Asked, was challenged, answered, was challenged again, forty times. */
    private void challengedForEver(String realm, String user, String password, String uri, boolean stale, int count) {
        asks(3, 1, "2416");
        challenged(3, 1, stale);
        for (int i = 0; i < 40; i++) {
            answers(4 + i, 2 + i, realm, user, password, uri, count);
            challenged(4 + i, 2 + i, stale);
        }
    }

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
        assertThat(first(60).cause()).isEqualTo(Cause.NEVER_ANSWERS_CHALLENGE);
        assertThat(first(60).detail()).contains("asked once").contains("challenged once");
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

    @Test
    void aMendedRefusalIsNotToldWhenAnotherOneFollows() {
        asks(3, 1, "2416");
        answered(3, 1, "2416", "404 Not Found");
        asks(30, 2, "2416");
        answered(30, 2, "2416", "503 Service Unavailable");
        assertThat(findings(40)).extracting(Finding::cause).containsExactly(Cause.REGISTRAR_SAYS_NO);
        assertThat(first(40).since()).isEqualTo(at(30));
    }

    @Test
    void aNumberOfAnotherDeviceIsNotToldAsOneThatNobodyHas() {
        asks(3, 1, "2417");
        answered(3, 1, "2417", "404 Not Found");
        assertThat(first(60).sentence()).isEqualTo("It registers as 2417, which is not one of its lines.");
        seen.removeIf(SipSeen.class::isInstance);
        asks(3, 1, "2499");
        answered(3, 1, "2499", "404 Not Found");
        assertThat(first(60).sentence()).isEqualTo("It registers as 2499, which v.example does not have.");
    }

    @Test
    void aContactTooManyIsToldInTheAnswersOwnWords() {
        asks(3, 1, "2416");
        challenged(3, 1, false);
        answers(4, 2, DOMAIN, "2416-a", "harbour");
        answered(4, 2, "2416", "403 Forbidden", "Warning: 399 north \"2 contacts are bound already\"");
        assertThat(first(10))
                .returns(Cause.REGISTRAR_SAYS_NO, Finding::cause)
                .returns(
                        "The registrar answers 2416 with “403 Forbidden”. It adds: \"2 contacts are bound already\".",
                        Finding::sentence);
        assertThat(first(10).detail()).startsWith("Its user and password fit");
    }

    @Test
    void oneLineOfSeveralIsToldByItself() {
        window.more = List.of("2417", "2418");
        for (String number : List.of("2416", "2418")) {
            asks(3, 1, number);
            binding(4, number, Change.ADDED, "north");
            binding(100, number, Change.REFRESHED, "north");
        }
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.ONE_LINE_OF_MANY);
            assertThat(f.sentence()).isEqualTo("No registrar hears line 2; line 1 carries.");
        });
    }

    @Test
    void oneLineThatLoggedOffIsNotToldAsUnanswered() {
        window.more = List.of("2417");
        for (String number : List.of("2416", "2417")) {
            asks(3, 1, number);
            binding(4, number, Change.ADDED, "north");
            binding(100, number, Change.REFRESHED, "north");
        }
        seen.add(SipTexts.register(at(105), 9, "2417", DOMAIN, "Expires: 0"));
        binding(105, "2417", Change.REMOVED, "north");
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.LOGGED_OFF);
            assertThat(f.certainty()).isEqualTo(Certainty.CERTAIN);
            assertThat(f.line()).isEqualTo(2);
        });
    }

    private void carries() {
        asks(3, 1, "2416");
        binding(4, "2416", Change.ADDED, "north");
        binding(100, "2416", Change.REFRESHED, "north");
    }

    @Test
    void whoDoesNotAnswerWhereItIsRegisteredIsToldWithThePlace() {
        carries();
        seen.add(new Pinged(at(105), "2416", false));
        seen.add(new Pinged(at(165), "2416", false));
        assertThat(first(170).sentence()).isEqualTo("It is registered, and does not answer at sip:2416@192.0.2.1.");
        assertThat(first(170).certainty()).isEqualTo(Certainty.LIKELY);
    }

    @Test
    void aFailedTestCallIsToldWithWhatTheFarEndSaid() {
        carries();
        seen.add(new TestCalled(at(105), "2416", true, false, "486 Busy Here"));
        assertThat(first(110).sentence()).isEqualTo("The test call out from 2416 was answered “486 Busy Here”.");
    }

    @Test
    void whatIsHeldWithoutARulesWordIsToldInOrder() {
        seen.removeIf(o -> o instanceof NameLookedUp);
        Finding hold = first(60);
        assertThat(hold.cause()).isEqualTo(Cause.UNEXPLAINED_HOLD);
        assertThat(hold.certainty()).isEqualTo(Certainty.POSSIBLE);
        assertThat(hold.detail()).isEqualTo("Seen, in order: Fetched: took revision aaaa. Then: looked nothing up.");
        assertThat(hold.settledBy()).isNotEmpty();
    }

    @Test
    void aHealthyPhoneHasNoFinding() {
        carries();
        assertThat(findings(110)).isEmpty();
    }

    @Test
    void whatIsTypedByHandIsMendedByItsCard() {
        window.byHand = true;
        asks(3, 1, "2416");
        challenged(3, 1, false);
        answers(4, 2, DOMAIN, "2416-a", "lantern");
        answered(4, 2, "2416", "403 Forbidden");
        assertThat(first(10).sentence()).isEqualTo("It used extension 2417’s password.");
        assertThat(first(10).remedies()).extracting(Remedy::action).containsExactly(Remedy.Action.CARD);
    }

    @Test
    void whatIsBrokenMovesNoLine() {
        carries();
        seen.add(SipSeen.of(at(105), true, "north", "192.0.2.1:5060", Datagram.of("REGIS")));
        assertThat(findings(110)).isEmpty();
    }

    @Test
    void everyCauseIsFoundByItsSlug() {
        for (Cause cause : Cause.values()) {
            assertThat(Cause.bySlug(cause.slug())).isEqualTo(cause);
            assertThat(cause.title()).isNotBlank();
        }
    }
}
