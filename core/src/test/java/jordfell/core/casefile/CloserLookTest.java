package jordfell.core.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.path.WindowFour;
import jordfell.core.release.Revision;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who may be looked at closer, and why not. */
class CloserLookTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");

    @ParameterizedTest
    @CsvSource({
        "false, true, false, true, ''",
        "true, true, false, true, No file is made for it",
        "false, false, false, true, Nothing was released to it yet",
        "false, true, true, true, It has changes that wait",
        "false, true, false, false, It writes down all that it can",
    })
    void itIsRefusedWhereItWouldChangeNothingOrMoreThanThat(
            boolean byHand, boolean released, boolean pending, boolean changes, String why) {
        WindowFour window = new WindowFour("v.example", T);
        window.byHand = byHand;
        if (released) {
            window.released(T, "harbour", Optional.empty());
        }
        if (pending) {
            window.current = new Revision("bbbb000011112222");
        }
        Optional<String> refused = CloserLook.refuse(window.facts(), changes);
        if (why.isEmpty()) {
            assertThat(refused).isEmpty();
        } else {
            assertThat(refused.orElseThrow()).startsWith(why);
        }
    }

    @Test
    void whatIsRaisedIsSaidInOrder() {
        assertThat(CloserLook.RAISED.keySet()).containsExactly("diagnostics.log-level", "diagnostics.capture");
    }
}
