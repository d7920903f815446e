package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.DeviceFacts.LampFacts;
import jordfell.core.release.Revision;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Why a lamp is dark. It is registered from the fourth second on; two minutes later it would have asked for its lamps. */
class LampDarkTest extends CauseFixture {

    @BeforeEach
    void lamps() {
        window.lamps = List.of(new LampFacts("key 3", "2417", "Radio"));
        asks(3, 1, "2416");
        seen.add(new jordfell.core.evidence.Observation.BindingChanged(
                at(4), "2416", Change.ADDED, "sip:2416@192.0.2.1", "north", "192.0.2.1:5060", at(90_000)));
    }

    private void subscribes(long t, String number, String answer, String... headers) {
        String callId = "lamp" + number + t;
        seen.add(SipTexts.subscribe(at(t), callId, 1, number, "dialog"));
        seen.add(SipTexts.subscribed(at(t), callId, 1, number, answer, headers));
    }

    private List<Finding> lampsAt(long seconds) {
        return findings(seconds).stream()
                .filter(f -> f.cause() == Cause.LAMP_DARK || f.cause() == Cause.MESSAGE_LAMP_DARK)
                .toList();
    }

    @Test
    void aLampThatIsToldIsNotDark() {
        subscribes(5, "2417", "200 OK", "Expires: 3600");
        assertThat(lampsAt(3_604)).isEmpty();
    }

    @Test
    void aMessageLampIsDarkOnlyWhereItsRegistrarRefuses() {
        window.lamps = List.of();
        assertThat(lampsAt(600)).as("it may be told unasked").isEmpty();
        seen.add(SipTexts.subscribe(at(5), "messages", 1, "2416", "message-summary"));
        seen.add(SipTexts.subscribed(at(5), "messages", 1, "2416", "503 Service Unavailable"));
        assertThat(lampsAt(600)).as("it is to ask again").isEmpty();
        seen.remove(seen.size() - 1);
        seen.add(SipTexts.subscribed(at(5), "messages", 1, "2416", "481 Call/Transaction Does Not Exist"));
        assertThat(lampsAt(600)).as("it is to ask anew").isEmpty();
        seen.remove(seen.size() - 1);
        seen.add(SipTexts.subscribed(at(5), "messages", 1, "2416", "489 Bad Event"));
        assertThat(lampsAt(600)).singleElement().satisfies(f -> {
            assertThat(f.sentence())
                    .isEqualTo("The registrar does not tell it of the messages of 2416 (“489 Bad Event”), so its"
                            + " message lamp stays dark.");
            assertThat(f.certainty()).isEqualTo(Certainty.LIKELY);
        });
    }

    @Test
    void itIsGivenTimeToAsk() {
        assertThat(lampsAt(123)).isEmpty();
        assertThat(CaseOf.of(window.facts(), seen, BOOK, at(100)).path().recheckAt())
                .hasValue(at(124));
        assertThat(lampsAt(124)).singleElement().satisfies(f -> {
            assertThat(f.sentence()).isEqualTo("It never asked to be told of 2417, so the lamp of key 3 stays dark.");
            assertThat(f.certainty()).isEqualTo(Certainty.LIKELY);
        });
    }

    @Test
    void aNumberThatNobodyHasIsToldWithCertainty() {
        window.lamps = List.of(new LampFacts("key 3", "2499", "Radio"), new LampFacts("key 4", "2417", "Radio"));
        subscribes(5, "2499", "404 Not Found");
        subscribes(5, "2417", "200 OK", "Expires: 3600");
        assertThat(lampsAt(10)).singleElement().satisfies(f -> {
            assertThat(f.sentence()).isEqualTo("Nobody has 2499, so the lamp of key 3 stays dark.");
            assertThat(f.certainty()).isEqualTo(Certainty.CERTAIN);
            assertThat(f.remedies().toString()).contains("key 3, under Templates");
        });
    }

    @ParameterizedTest
    @CsvSource({"403 Forbidden", "489 Bad Event"})
    void aNumberThatSomebodyHasIsToldByTheAnswer(String answer) {
        subscribes(5, "2417", answer);
        assertThat(lampsAt(10))
                .extracting(Finding::sentence)
                .containsExactly(
                        "The registrar does not tell it of 2417 (“" + answer + "”), so the lamp of key 3 stays dark.");
    }

    @Test
    void aNumberThatWasGivenSinceIsNotSaidToBeNobodysNorRefused() {
        subscribes(5, "2417", "404 Not Found");
        assertThat(lampsAt(10)).singleElement().satisfies(f -> {
            assertThat(f.sentence())
                    .isEqualTo("The registrar did not know 2417 when it asked, so the lamp of key 3 stays dark.");
            assertThat(f.certainty()).isEqualTo(Certainty.LIKELY);
        });
    }

    @ParameterizedTest
    @CsvSource({"401 Unauthorized", "407 Proxy Authentication Required", "423 Interval Too Brief"})
    void whatOnlyAsksForAnotherTryRefusesNothing(String answer) {
        subscribes(5, "2417", answer);
        assertThat(lampsAt(10)).isEmpty();
    }

    @Test
    void aSubscriptionThatRanOutIsToldAfterIt() {
        subscribes(5, "2417", "200 OK", "Expires: 60");
        assertThat(lampsAt(96)).isEmpty();
        assertThat(lampsAt(97))
                .extracting(Finding::sentence)
                .containsExactly("It stopped asking to be told of 2417, so the lamp of key 3 stays dark.");
        subscribes(100, "2417", "200 OK", "Expires: 3600");
        assertThat(lampsAt(101)).isEmpty();
    }

    @Test
    void manyThatAreDarkForOneReasonAreToldTogether() {
        window.lamps = IntStream.rangeClosed(1, 7)
                .mapToObj(i -> new LampFacts("key " + i, "249" + i, "Radio"))
                .toList();
        assertThat(lampsAt(200))
                .extracting(Finding::sentence)
                .containsExactly(
                        "It never asked to be told of 2491, 2492, 2493, 2494 and 3 more, so 7 lamps stay dark.");
    }

    @Test
    void whoIsNotRegisteredHasAnotherTrouble() {
        seen.removeIf(o -> o.at().isAfter(at(3)));
        assertThat(lampsAt(500)).isEmpty();
    }

    @Test
    void whatTakesDialToneAwayIsToldFirst() {
        window.lamps = List.of(new LampFacts("key 3", "2499", "Radio"));
        subscribes(5, "2499", "404 Not Found");
        seen.add(new Pinged(at(30), "2416", false));
        seen.add(new Pinged(at(90), "2416", false));
        assertThat(findings(100))
                .extracting(Finding::cause)
                .containsExactly(Cause.CONTACT_UNREACHABLE, Cause.LAMP_DARK);
    }

    @Test
    void keysThatItWasNotGivenYetAreNotDark() {
        window.current = new Revision("cccc000011112222");
        assertThat(lampsAt(500)).isEmpty();
    }

    @Test
    void withANewConfigurationItAsksAnew() {
        subscribes(5, "2417", "403 Forbidden");
        seen.add(new ConfigRequested(at(200), "f", 200, "bbbb", "Korrin K24/2.4.1", "192.0.2.1"));
        seen.add(new ConfigRequested(at(210), "f", 200, REV, "Korrin K24/2.4.1", "192.0.2.1"));
        asks(212, 5, "2416");
        binding(213, "2416", Change.REFRESHED, "north");
        assertThat(lampsAt(214)).isEmpty();
        assertThat(lampsAt(330)).extracting(Finding::certainty).containsExactly(Certainty.LIKELY);
    }
}
