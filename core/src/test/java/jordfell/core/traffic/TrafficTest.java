package jordfell.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.SipTexts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Registrations, refusals and answers are counted where and when they were. */
class TrafficTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String DOMAIN = "v.example";

    private final Traffic traffic = new Traffic();

    private void binding(long second, Change change, String node) {
        Instant at = T.plusSeconds(second);
        traffic.seen(
                DOMAIN,
                "Pier",
                new BindingChanged(at, "2416", change, "sip:2416@192.0.2.1", node, "192.0.2.1:5060", at));
    }

    private void answer(long second, int cseq, String status) {
        traffic.seen(DOMAIN, "Pier", SipTexts.answerTo(T.plusSeconds(second), cseq, "2416", status));
    }

    private void asks(long second, int cseq) {
        traffic.seen(DOMAIN, "Pier", SipTexts.register(T.plusSeconds(second), cseq, "2416", DOMAIN));
    }

    private List<Slice> slices() {
        return traffic.take();
    }

    @Test
    void whatIsOfOneNodeAndSliceIsCountedTogether() {
        binding(1, Change.ADDED, "north");
        binding(299, Change.REFRESHED, "north");
        binding(300, Change.REFRESHED, "north");
        binding(2, Change.ADDED, "south");
        binding(3, Change.EXPIRED, "south");
        binding(4, Change.REMOVED, "south");
        assertThat(slices())
                .containsExactlyInAnyOrder(
                        new Slice(T, DOMAIN, "north", "Pier", 2, 0, 0, 0, 0, 0),
                        new Slice(T.plusSeconds(300), DOMAIN, "north", "Pier", 1, 0, 0, 0, 0, 0),
                        new Slice(T, DOMAIN, "south", "Pier", 1, 0, 1, 0, 0, 0));
    }

    @ParameterizedTest
    @CsvSource({
        "100 Trying,             0, 0",
        "200 OK,                 0, 1",
        "401 Unauthorized,       0, 1",
        "423 Interval Too Brief, 0, 1",
        "403 Forbidden,          1, 1",
        "404 Not Found,          1, 1",
        "503 Unavailable,        1, 1"
    })
    void onlyANoIsARefusalAndAnyFinalAnswerIsTimed(String status, int refused, int answers) {
        asks(1, 1);
        answer(3, 1, status);
        List<Slice> all = slices();
        if (refused + answers == 0) {
            assertThat(all).isEmpty();
        } else {
            assertThat(all)
                    .containsExactly(new Slice(T, DOMAIN, "north", "Pier", 0, refused, 0, answers, 2_000, 2_000));
        }
    }

    @Test
    void anAnswerIsTimedFromTheFirstTimeItWasAskedFor() {
        asks(1, 1);
        asks(2, 1);
        answer(4, 1, "200 OK");
        answer(5, 1, "200 OK");
        assertThat(slices()).containsExactly(new Slice(T, DOMAIN, "north", "Pier", 0, 0, 0, 1, 3_000, 3_000));
    }

    @Test
    void anAnswerToNothingThatWasSeenIsNotTimed() {
        answer(4, 9, "200 OK");
        assertThat(slices()).isEmpty();
    }

    @Test
    void whatWasTakenIsNotToldAgainThoughItsSliceGoesOn() {
        binding(1, Change.ADDED, "north");
        assertThat(slices()).hasSize(1);
        assertThat(slices()).isEmpty();
        binding(2, Change.REFRESHED, "north");
        assertThat(slices()).containsExactly(new Slice(T, DOMAIN, "north", "Pier", 1, 0, 0, 0, 0, 0));
    }
}
