package jordfell.core.search;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pieces of MACs and of addresses, as they are typed. */
class TypedTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            02-4B-7A        | 024b7a
            02:4b:7a:00:53  | 024b7a0053
            024b.7a00.531c  | 024b7a00531c
            02.47.11        | 024711
            7A-00           | 7a00
            192.0.2.14      | 192.0.2.14
            192.0.2.        | 192.0.2.
            192.0           | 192.0
            192.0.2.14:5062 | 192.0.2.14:5062
            Ticket window 4 | ticket window 4
            2416            | 2416
            Korrin K24/2.4.1| korrin k24/2.4.1
            -               | -
            a-very-long-bed-face-decade-added | a-very-long-bed-face-decade-added""")
    void separatorsOfAMacAreLeftOutAndThoseOfAnAddressStay(String typed, String looked) {
        assertThat(Typed.fragment(typed)).isEqualTo(looked);
    }
}
