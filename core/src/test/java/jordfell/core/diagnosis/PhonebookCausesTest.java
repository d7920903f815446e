package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts.BookFacts;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Why a phone has no phonebook. It is registered from the fourth second on, and asks for its phonebooks each hour. */
class PhonebookCausesTest extends CauseFixture {

    private static final Duration EVERY = Duration.ofHours(1);
    private static final String NEW = "2222aaaa";
    private static final String OLD = "1111aaaa";
    private static final String AGENT = "Korrin K24/2.4.1";

    @BeforeEach
    void registered() {
        published(NEW, 0);
        asks(3, 1, "2416");
        seen.add(new BindingChanged(
                at(4), "2416", Change.ADDED, "sip:2416@192.0.2.1", "north", "192.0.2.1:5060", at(90_000)));
        seen.add(new BindingChanged(
                at(100), "2416", Change.REFRESHED, "sip:2416@192.0.2.1", "north", "192.0.2.1:5060", at(90_000)));
    }

    private void published(String edition, long t) {
        window.books = List.of(new BookFacts(1, "Quay", edition, at(t), EVERY));
    }

    private void fetches(long t, int status, String edition, String has, int left) {
        seen.add(new PhonebookAsked(
                at(t),
                1,
                "Quay",
                status,
                edition,
                "r" + edition,
                has,
                200,
                left,
                left > 0 ? "Nordby" : "",
                "HTTP",
                AGENT,
                "192.0.2.1"));
    }

    private void fetches(long t, int status) {
        fetches(t, status, status == 200 || status == 304 ? NEW : "", "", 0);
    }

    private List<Finding> booksAt(long seconds) {
        return findings(seconds).stream()
                .filter(f -> f.cause().slug().startsWith("phonebook"))
                .toList();
    }

    private String sentenceAt(long seconds) {
        assertThat(booksAt(seconds)).hasSize(1);
        return booksAt(seconds).get(0).sentence();
    }

    @Test
    void aPhoneThatTookWhatWasPublishedHasIt() {
        fetches(10, 200);
        assertThat(booksAt(80_000)).isEmpty();
    }

    @Test
    void itIsGivenTimeToAsk() {
        assertThat(booksAt(603)).isEmpty();
        assertThat(sentenceAt(604)).isEqualTo("It never asked for its phonebook “Quay”, so it has none of its names.");
        assertThat(booksAt(604).get(0).certainty()).isEqualTo(Certainty.LIKELY);
    }

    @Test
    void thatTimeIsLookedAtWhenItIsOver() {
        assertThat(CaseOf.of(window.facts(), seen, BOOK, at(120)).path().recheckAt())
                .hasValue(at(604));
    }

    @Test
    void whatWasNeverPublishedCanBeTakenByNobody() {
        published("", 0);
        fetches(10, 404);
        assertThat(sentenceAt(20)).isEqualTo("Its phonebook “Quay” was never published, so there is nothing to take.");
        assertThat(booksAt(20).get(0).certainty()).isEqualTo(Certainty.CERTAIN);
    }

    @ParameterizedTest
    @CsvSource({"401,Re-send its configuration", "403,Add 192.0.2.1", "429,Wait some minutes", "500,Restart the phone"})
    void aRefusalIsToldAtOnceWithWhatToDo(int status, String remedy) {
        fetches(10, status);
        assertThat(sentenceAt(11))
                .isEqualTo("Its request for the phonebook “Quay” is answered with " + status
                        + ", so it has none of its names.");
        assertThat(booksAt(11).get(0).remedies().get(0).label()).startsWith(remedy);
    }

    @Test
    void whoIsRefusedKeepsTheNamesThatItHas() {
        fetches(10, 200, OLD, "", 0);
        fetches(3_610, 401);
        assertThat(sentenceAt(3_611)).endsWith("so its names stay as they were.");
    }

    @Test
    void aRefusalFromBeforeItWasPublishedSaysNothing() {
        fetches(10, 404);
        published(NEW, 50);
        assertThat(booksAt(60)).isEmpty();
        assertThat(sentenceAt(10 + 3_600 + 900 + 600))
                .isEqualTo(
                        "It has not asked for its phonebook “Quay” since a newer edition was published, so it has none"
                                + " of its names.");
    }

    @Test
    void anOlderEditionIsToldOnceItShouldHaveAskedAgain() {
        fetches(10, 200, OLD, "", 0);
        published(NEW, 50);
        long due = 10 + 3_600 + 900 + 600;
        assertThat(booksAt(due - 1)).isEmpty();
        assertThat(sentenceAt(due)).endsWith("so its names are those of before.");
        fetches(due + 5, 200);
        assertThat(booksAt(due + 6)).isEmpty();
    }

    @Test
    void whatDoesNotFitIsToldByName() {
        fetches(10, 200, NEW, "", 40);
        assertThat(sentenceAt(11))
                .isEqualTo("“Quay” has 240 names and the Korrin K24 holds 200: 40 are missing, from “Nordby” on.");
        assertThat(booksAt(11).get(0).certainty()).isEqualTo(Certainty.CERTAIN);
    }

    @Test
    void whatIsFetchedAgainAndAgainIsNotKept() {
        seen.add(new ConfigRequested(at(5), "f", 304, REV, AGENT, "192.0.2.1"));
        fetches(200, 200);
        fetches(400, 200);
        assertThat(booksAt(401)).as("once may be a restart").isEmpty();
        fetches(800, 200);
        assertThat(sentenceAt(801))
                .isEqualTo(
                        "It takes the file of its phonebook “Quay” again and again and does not keep it, so it has none"
                                + " of its names.");
        fetches(1_200, 304, NEW, "r" + NEW, 0);
        assertThat(booksAt(1_201)).isEmpty();
    }

    @Test
    void aPhoneThatStartsEachTimeOrSaysNothingOfWhatItHoldsIsNotSaidToKeepNothing() {
        for (int t = 200; t < 2_000; t += 400) {
            fetches(t, 200);
        }
        assertThat(booksAt(2_000)).as("it never said what it holds").isEmpty();
        for (int t = 2_200; t < 5_000; t += 400) {
            seen.add(new ConfigRequested(at(t - 2), "f", 304, REV, AGENT, "192.0.2.1"));
            fetches(t, 200);
        }
        assertThat(booksAt(5_000)).as("it starts, and may have forgotten it").isEmpty();
    }

    @Test
    void anotherPhonebookInTheSlotIsNotThisOne() {
        seen.add(new PhonebookAsked(
                at(10), 1, "Harbours", 200, OLD, "r", "", 200, 40, "Nordby", "HTTP", AGENT, "192.0.2.1"));
        assertThat(booksAt(20)).isEmpty();
        assertThat(sentenceAt(700)).startsWith("It never asked for its phonebook “Quay”");
    }

    @ParameterizedTest
    @EnumSource(value = Cause.class, names = "PHONEBOOK_.*", mode = EnumSource.Mode.MATCH_ALL)
    void theyLeaveDialTone(Cause cause) {
        assertThat(cause.leavesDialTone()).isTrue();
        fetches(10, 401);
        assertThat(CaseOf.of(window.facts(), seen, BOOK, at(120)).path().condition())
                .isEqualTo(Condition.CARRYING);
    }

    @Test
    void aPhoneThatIsNotRegisteredIsToldNothingOfPhonebooks() {
        seen.removeIf(BindingChanged.class::isInstance);
        fetches(10, 401);
        assertThat(booksAt(5_000)).isEmpty();
    }

    @Test
    void aRefusalOfSomebodyElseWhoAsksForItsFileSaysNothingOfIt() {
        fetches(10, 200);
        seen.add(new PhonebookAsked(
                at(20), 1, "Quay", 401, "", "", "", 0, 0, "", "HTTP", "Mozilla/5.0", "203.0.113.66"));
        assertThat(booksAt(30)).isEmpty();
    }
}
