package jordfell.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ConfigDiffTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    a,b,c | a,b,c   | =a =b =c
                    a,b,c | a,x,c   | =a -b +x =c
                    a,c   | a,b,c   | =a +b =c
                    a,b,c | a,c     | =a -b =c
                    a     | b       | -a +b
                    """)
    void tellsLinesApart(String before, String after, String told) {
        String lines = ConfigDiff.between(before.replace(",", "\n"), after.replace(",", "\n")).stream()
                .map(line -> switch (line.change()) {
                            case SAME -> "=";
                            case ADDED -> "+";
                            case REMOVED -> "-";
                        }
                        + line.text())
                .collect(Collectors.joining(" "));
        assertThat(lines).isEqualTo(told);
    }

    @Test
    void keepsMarkupCharactersAsTheyAre() {
        assertThat(ConfigDiff.between("a = <b> & \"c\"", "a = <b> & \"c\"")
                        .get(0)
                        .text())
                .isEqualTo("a = <b> & \"c\"");
    }

    @Test
    void revisionFollowsTheBytesAlone() {
        assertThat(Revision.of("abc")).isEqualTo(Revision.of("abc")).isNotEqualTo(Revision.of("abc "));
        // SHA-256 of "abc", FIPS 180-2 appendix B.1
        assertThat(Revision.of("abc").id()).isEqualTo("ba7816bf8f01cfea");
        assertThat(Revision.of("abc").brief()).isEqualTo("ba78");
    }
}
