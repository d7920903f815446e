package jordfell.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.milestone.Calls;
import jordfell.core.proving.Tried.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What came of test calls, how fast they go, and the protocol. */
class ProvingTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");

    private static Optional<TestCalled> call(String what, boolean outbound) {
        return switch (what) {
            case "ok" -> Optional.of(new TestCalled(T.plusSeconds(5), "2416", outbound, true, "200 OK"));
            case "no" -> Optional.of(new TestCalled(T.plusSeconds(5), "2416", outbound, false, "486 Busy Here"));
            case "old" -> Optional.of(new TestCalled(T.minusSeconds(5), "2416", outbound, true, "200 OK"));
            default -> Optional.empty();
        };
    }

    @ParameterizedTest
    @CsvSource({
        "ok, ok, 10, PASSED",
        "ok, none, 10, PENDING",
        "none, ok, 10, PENDING",
        "none, ok, 50, HALF",
        "none, none, 50, FAILED",
        "no, none, 10, PENDING",
        "no, ok, 10, FAILED",
        "ok, no, 10, FAILED",
        "no, none, 50, FAILED",
        "old, old, 10, PENDING",
        "old, old, 50, FAILED"
    })
    void whatCameOfBothDirections(String out, String in, int after, Outcome outcome) {
        assertThat(Tried.of(new Calls(call(out, true), call(in, false)), T, T.plusSeconds(after))
                        .outcome())
                .isEqualTo(outcome);
    }

    @Test
    void aRoundGoesEvenlyAndNeverWithManyAtOnce() {
        Pace pace = new Pace(12);
        assertThat(pace.allows(Optional.empty(), 0, T)).isTrue();
        assertThat(pace.allows(Optional.of(T), 1, T.plusSeconds(4))).isFalse();
        assertThat(pace.allows(Optional.of(T), 1, T.plusSeconds(5))).isTrue();
        assertThat(pace.allows(Optional.of(T), 4, T.plusSeconds(60))).isFalse();
        assertThat(pace.of(24)).isEqualTo(Duration.ofSeconds(130));
        assertThatThrownBy(() -> new Pace(61)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void theProtocolTellsEachDeviceAndShowsHostileTextAsText() {
        String page = Protocol.page(
                "Eskvik Pier",
                List.of("By Mats"),
                List.of(
                        new Protocol.Line(
                                "<b>x</b>",
                                "02-4B",
                                "K24",
                                "2.4.1",
                                "aaaa",
                                "2416",
                                "200 OK",
                                "200 OK",
                                "passed",
                                true),
                        new Protocol.Line("y", "", "", "", "", "", "", "", "failed", false)));
        assertThat(page)
                .contains("1 of 2 devices call and are called.", "&lt;b&gt;x", "class=\"no\"")
                .doesNotContain("<b>x");
    }
}
