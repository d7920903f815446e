package jordfell.core.waves;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import jordfell.core.waves.WaveRules.Wish;
import jordfell.core.waves.WaveWatch.Starts;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Waves as they are wished for. */
class WaveRulesTest {

    private static final Wish REST = new Wish("Rest", Optional.empty(), true, Starts.BY_HAND, Optional.empty(), 10);

    private static Wish share(int percent) {
        return new Wish("Some", Optional.of(percent), false, Starts.BY_HAND, Optional.empty(), 10);
    }

    private static List<String> places(Wish... waves) {
        return WaveRules.refuse(List.of(waves)).stream()
                .map(FieldProblem::pointer)
                .toList();
    }

    @Test
    void someAndThenTheRestCanBeMade() {
        assertThat(places(share(5), share(100), REST)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"0, true", "1, false", "100, false", "101, true", "-3, true"})
    void shareIsOneToAHundredPercent(int percent, boolean refused) {
        assertThat(places(share(percent), REST)).isEqualTo(refused ? List.of("/waves/0/percent") : List.of());
    }

    @ParameterizedTest
    @CsvSource({"-1, true", "0, false", "100, false", "101, true"})
    void stopsAtNoneToAllOfItsDevices(int stop, boolean refused) {
        Wish wave = new Wish("Rest", Optional.empty(), true, Starts.BY_HAND, Optional.empty(), stop);
        assertThat(places(wave)).isEqualTo(refused ? List.of("/waves/0/stopPercent") : List.of());
    }

    @Test
    void oneThatBeginsAtATimeHasOne() {
        Wish without = new Wish("Night", Optional.empty(), true, Starts.AT, Optional.empty(), 10);
        assertThat(places(without)).containsExactly("/waves/0/startsAt");
        Wish with = new Wish("Night", Optional.empty(), true, Starts.AT, Optional.of(Instant.EPOCH), 10);
        assertThat(places(with)).isEmpty();
    }

    @Test
    void lastTakesTheRest() {
        assertThat(places(share(5), share(50))).containsExactly("/waves/1");
    }

    @Test
    void elevenAreTooManyAndALongNameIsTooLong() {
        List<FieldProblem> refusals = WaveRules.refuse(Collections.nCopies(11, REST));
        assertThat(refusals).extracting(FieldProblem::pointer).containsExactly("/waves");
        Wish named = new Wish("x".repeat(101), Optional.empty(), true, Starts.BY_HAND, Optional.empty(), 10);
        assertThat(places(named)).containsExactly("/waves/0/name");
    }
}
