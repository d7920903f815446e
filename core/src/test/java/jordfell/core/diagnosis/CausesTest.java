package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.SipTexts;
import jordfell.core.sip.DigestAnswer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each cause by what is seen of it. */
class CausesTest extends CauseFixture {

    @Test
    void aMendedRefusalIsNotToldWhenAnotherOneFollows() {
        asks(3, 1, "2416");
        answered(3, 1, "2416", "404 Not Found");
        asks(30, 2, "2416");
        answered(30, 2, "2416", "503 Service Unavailable");
        assertThat(findings(40)).extracting(Finding::cause).containsExactly(Cause.NODE_OVERLOADED);
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
    void aReasonThatNoRuleKnowsIsToldInTheAnswersOwnWords() {
        refusedWith("403 Forbidden", "Warning: 399 north \"not on a Monday\"");
        assertThat(first(10))
                .returns(Cause.REGISTRAR_SAYS_NO, Finding::cause)
                .returns(
                        "The registrar answers 2416 with “403 Forbidden”. It adds: “not on a Monday”.",
                        Finding::sentence);
        assertThat(first(10).detail()).startsWith("Its user and password fit");
    }

    /** What a registrar answers to a request that proves the right password, and what is told then, first and alone. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            403 Forbidden           | Warning: 399 north "2 contacts are bound already" | CONTACTS_FULL | 2416 has 2 contacts already, and may have no more: the registrar refuses this device.
            403 Forbidden           | Warning: 399 north "1 contacts are bound already" | CONTACTS_FULL | 2416 has a contact already, and may have no more: the registrar refuses this device.
            403 Forbidden           | Warning: 399 north "may not register from outside; 203.0.113.9 is in no network of a site" | NOT_PERMITTED_OUTSIDE | It registers from 203.0.113.9, which is in no network of a site, and 2416 may not register from outside.
            503 Service Unavailable | Retry-After: 30 (busy)  | NODE_OVERLOADED   | north says that it can’t serve it now (503), and to come again after 30 s.
            503 Service Unavailable | Retry-After: soon       | NODE_OVERLOADED   | north says that it can’t serve it now (503).
            500 Server Error        | X: y                    | REGISTRAR_SAYS_NO | The registrar answers 2416 with “500 Server Error”.
            """)
    void whatTheRegistrarSaysIsTheReason(String answer, String header, Cause cause, String sentence) {
        refusedWith(answer, header);
        assertThat(findings(10)).singleElement().satisfies(finding -> {
            assertThat(finding.cause()).isEqualTo(cause);
            assertThat(finding.sentence()).isEqualTo(sentence);
            assertThat(finding.certainty()).isEqualTo(Certainty.CERTAIN);
        });
    }

    @Test
    void aPhoneThatAsksOnForATimeThatIsTooShortIsToldHowMuchIsGranted() {
        refusedWith("423 Interval Too Brief", "Min-Expires: 7200");
        assertThat(findings(7)).as("it learns how much it has to be").isEmpty();
        answered(7, 2, "2416", "423 Interval Too Brief", "Min-Expires: 7200");
        assertThat(findings(7)).as("the same answer once more").isEmpty();
        asks(8, 3, "2416");
        answered(8, 3, "2416", "423 Interval Too Brief", "Min-Expires: 7200");
        assertThat(first(10))
                .returns(Cause.EXPIRY_TOO_SHORT, Finding::cause)
                .returns(
                        "north grants no registration of less than 7200 s, and it does not ask for more.",
                        Finding::sentence);
    }

    @Test
    void aPasswordWhoseTurnToBeLookedForHasNotComeIsNotToldAsOneThatNobodyHas() {
        asks(3, 1, "2416");
        challenged(3, 1, false);
        answers(4, 2, DOMAIN, "2416-a", "never seen before");
        answered(4, 2, "2416", "403 Forbidden");
        CaseOf device = CaseOf.of(window.facts(), seen, new NoTime(), at(10));
        assertThat(Diagnosis.of(device)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.WRONG_PASSWORD);
            assertThat(f.sentence()).isEqualTo("It used another password than that of 2416.");
            assertThat(f.detail()).startsWith("Which one is not known yet: of 3 that are tried at once none fits");
        });
        assertThat(new WrongPassword().due(device))
                .as("it is asked after again")
                .hasValue(at(70));
        CaseOf dayLater = CaseOf.of(window.facts(), seen, new NoTime(), at(86_404));
        assertThat(new WrongPassword().due(dayLater)).as("less and less").hasValue(at(2 * 86_400 + 4));
    }

    /** One who has no time to look for a password. */
    private static final class NoTime extends NoSecrets {
        @Override
        public PasswordUsed used(DigestAnswer answer, String number) {
            return new PasswordUsed.NotFoundYet(3);
        }
    }

    private void refusedWith(String answer, String header) {
        asks(3, 1, "2416");
        challenged(3, 1, false);
        answers(4, 2, DOMAIN, "2416-a", "harbour");
        answered(4, 2, "2416", answer, header);
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

    @ParameterizedTest
    @CsvSource({"its file, LOGGED_OFF", "its registrar, LAPSED"})
    void whoLoggedOffAndLooksForChangesIsToldFromOneThatWasStartedAnew(String looksFor, Cause cause) {
        carries();
        seen.add(SipTexts.register(at(105), 9, "2416", DOMAIN, "Expires: 0"));
        binding(105, "2416", Change.REMOVED, "north");
        seen.add(new ConfigRequested(at(300), "f", 304, REV, "Korrin K24/2.4.1", "192.0.2.1"));
        if (looksFor.equals("its registrar")) {
            seen.add(new NameLookedUp(at(301), "_sip._udp." + DOMAIN, "SRV", List.of("north:5060")));
        }
        assertThat(findings(400)).singleElement().returns(cause, Finding::cause);
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

    /** It asked for more time, was not let, and waits before it asks again: that its time is over meanwhile says nothing. */
    @Test
    void whoWasChallengedBeforeItsRegistrationEndedIsNotAliveAndSilent() {
        carries();
        asks(200, 5, "2416");
        challenged(200, 5, false);
        seen.add(new ConfigRequested(at(225), "f", 304, REV, "Korrin K24/2.4.1", "192.0.2.1"));
        assertThat(findings(230)).extracting(Finding::cause).doesNotContain(Cause.LAPSED);
        assertThat(findings(4_000)).as("it never came again").isNotEmpty();
    }
}
