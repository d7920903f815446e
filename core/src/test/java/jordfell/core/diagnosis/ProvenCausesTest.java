package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import jordfell.core.evidence.CallEnd;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.path.DeviceFacts.SentOn;
import jordfell.core.release.Revision;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Why a test call did not come through: by what is on record, by what was said of it, and without either. */
class ProvenCausesTest extends CauseFixture {

    @BeforeEach
    void isRegistered() {
        carries();
    }

    private void called(boolean out, String words) {
        seen.add(new TestCalled(at(105), "2416", out, false, words));
    }

    @Test
    void callsThatAreSentOnOnRecordRingNothing() {
        window.sentOn = Optional.of(new SentOn("2450", "extension 2416", false));
        assertThat(findings(110)).as("who sends calls on may mean it").isEmpty();
        called(false, CallEnd.elsewhere("2450"));
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NO_INBOUND_PATH);
            assertThat(f.sentence())
                    .isEqualTo("Calls for 2416 do not ring it: extension 2416 sends all of them to 2450.");
            assertThat(f.certainty()).isEqualTo(Certainty.CERTAIN);
            assertThat(f.remedies().get(0).label()).startsWith("Take the diversion away");
        });
    }

    @Test
    void aPhoneThatSendsItsCallsOnItselfIsMendedByItsSettings() {
        window.sentOn = Optional.of(new SentOn("2450", "a setting of template Gate", true));
        called(false, "486 Busy Here");
        assertThat(first(110).sentence())
                .isEqualTo("Calls for 2416 do not ring it: a setting of template Gate sends all of them to 2450.");
        assertThat(first(110).remedies().get(0).label()).contains("under its settings");
        window.current = new Revision("bbbb000011112222");
        assertThat(findings(110))
                .as("a setting that waits to be released sends nothing on")
                .extracting(Finding::cause)
                .contains(Cause.TEST_CALL_FAILED)
                .doesNotContain(Cause.NO_INBOUND_PATH);
    }

    @Test
    void whoElseAnsweredIsNamedWhereNothingIsOnRecord() {
        called(false, CallEnd.elsewhere("2450"));
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NO_INBOUND_PATH);
            assertThat(f.sentence()).isEqualTo("The test call to 2416 did not ring it: 2450 answered.");
            assertThat(f.detail()).isEqualTo("On record nothing sends the calls of 2416 on.");
        });
        window.byHand = true;
        assertThat(first(110).detail()).endsWith("what was typed into it is not known here.");
    }

    @Test
    void whatAPhoneOrItsRegistrarDoesNotLetOutIsNoFarEnd() {
        called(true, CallEnd.notDialled("*8378"));
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NO_OUTBOUND_PATH);
            assertThat(f.sentence())
                    .isEqualTo(
                            "It did not send what was dialled for the test call: the phone’s digit map takes no *8378.");
            assertThat(f.remedies().get(0).action()).isEqualTo(Remedy.Action.OPEN_SETTINGS);
        });
        seen.remove(seen.size() - 1);
        called(true, "403 Forbidden: list Quay refuses *8378");
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NO_OUTBOUND_PATH);
            assertThat(f.sentence())
                    .isEqualTo("Its registrar does not let 2416 make the test call: “403 Forbidden: list Quay refuses"
                            + " *8378”.");
        });
    }

    /** It need not have refreshed for that: a call that failed has failed. */
    @Test
    void aCallThatFailsRightAfterTheRegistrationIsTold() {
        seen.removeIf(o -> o.at().isAfter(at(4)));
        called(true, "486 Busy Here");
        assertThat(first(106).cause()).isEqualTo(Cause.TEST_CALL_FAILED);
        seen.remove(seen.size() - 1);
        seen.add(new TestCalled(at(105), "2416", true, true, "200 OK"));
        assertThat(findings(106)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "true, 486 Busy Here, 'Whoever was called was busy, or is set to take no calls.'",
        "false, 486 Busy Here, 'Whoever was called was busy, or is set to take no calls.'",
        "false, 603 Decline, Whoever was called turned it away.",
        "false, 488 Not Acceptable Here, 'What one side offers to speak, the other does not take: compare them under Calls, Codecs.'",
        "false, 480 Temporarily Unavailable, Nobody could be reached there at that moment.",
        "true, 404 Not Found, Whoever answered knows no such number.",
        "false, no answer, 'Nobody took it, and nothing else did, as long as the test waits.'",
        "false, 403 Forbidden, That is what came back.",
        "true, 500 Server Internal Error, That is what came back.",
        "true, no line is registered, That is what came back.",
    })
    void whatTheFarEndSaidIsToldWithWhatThatMeans(boolean out, String words, String meaning) {
        called(out, words);
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.TEST_CALL_FAILED);
            assertThat(f.detail()).endsWith(meaning);
        });
    }

    @ParameterizedTest
    @CsvSource({
        "486 Busy Here, BUSY",
        "600 Busy Everywhere, BUSY",
        "4860 of nothing, OTHER",
        "606 Not Acceptable, NO_COMMON_CODEC",
        "604 Does Not Exist Anywhere, NOBODYS_NUMBER",
        "408 Request Timeout, NO_ANSWER",
        "403 Forbidden, FORBIDDEN",
        "'', OTHER",
    })
    void howACallEndedIsReadFromWhatWasSaid(String words, CallEnd end) {
        assertThat(CallEnd.of(new TestCalled(T, "2416", true, false, words))).isEqualTo(end);
    }

    @Test
    void aCallThatWorkedAfterwardsTakesItBack() {
        called(false, CallEnd.elsewhere("2450"));
        seen.add(new TestCalled(at(107), "2416", false, true, "200 OK"));
        assertThat(findings(110)).isEmpty();
    }
}
