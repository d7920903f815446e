package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers said as runs. */
class NumberRunsTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2001                     | 2001
            2001,2002                | 2001–2002
            2004,2001,2003,2002      | 2001–2004
            2001,2003                | 2001;2003
            2001,2002,2005,2007,2008 | 2001–2002;2005;2007–2008
            2001,2001,2002           | 2001–2002""")
    void numbersThatFollowEachOtherAreARun(String numbers, String runs) {
        List<Integer> all =
                Arrays.stream(numbers.split(",")).map(Integer::parseInt).toList();
        assertThat(String.join(";", NumberRuns.of(all))).isEqualTo(runs);
    }

    @ParameterizedTest
    @CsvSource("''")
    void noNumbersAreNoRuns(String none) {
        assertThat(NumberRuns.of(List.of())).isEmpty();
    }
}
