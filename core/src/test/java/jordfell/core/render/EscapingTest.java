package jordfell.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EscapingTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "KEY_VALUE|a;b#c\\d|a\\;b\\#c\\\\d",
                "KEY_VALUE|' x '|'\\ x\\ '",
                "JSON|say \"a\\b\"|say \\\"a\\\\b\\\"",
                "XML|<a & 'b' \"c\">|&lt;a &amp; &#39;b&#39; &quot;c&quot;&gt;"
            })
    void writesEachSignAsTheDialectReadsIt(Escaping escaping, String raw, String written) {
        assertThat(escaping.escape(raw)).isEqualTo(written);
    }
}
