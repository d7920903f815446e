package jordfell.core.sip;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The list of a Digest header, against the same as a pattern. */
class DigestFieldsTest {

    private static final Pattern FIELD = Pattern.compile(
            "\\G\\s*+,?+\\s*+([A-Za-z0-9_-]{1,32}+)\\s*+=\\s*+(?:\"((?:[^\"\\\\]|\\\\.)*+)\"|([^\\s,\"]++))");

    private static Map<String, String> byPattern(String header) {
        Map<String, String> fields = new HashMap<>();
        if (!header.regionMatches(true, 0, "Digest ", 0, 7)) {
            return fields;
        }
        Matcher matcher = FIELD.matcher(header).region(7, header.length());
        while (matcher.find()) {
            String value = matcher.group(2) != null ? matcher.group(2).replaceAll("\\\\(.)", "$1") : matcher.group(3);
            fields.put(matcher.group(1).toLowerCase(Locale.ROOT), value);
        }
        return fields;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '^',
            value = {
                "Digest realm=\"v\", nonce=\"a,b\" | {realm=v, nonce=a,b}",
                "digest REALM = v | {realm=v}",
                "Digest realm=\"a\\\"b\" | {realm=a\"b}",
                "Digest realm=\"not closed | {}",
                "Digest a=1 b=2,,c=3 | {a=1, b=2}",
                "Basic realm=v | {}"
            })
    void isReadAsFarAsItCanBe(String header, String fields) {
        assertThat(DigestFields.read(header)).hasToString(fields);
    }

    @Test
    void anyTextIsReadAsThePatternReadsIt() {
        String alphabet = "ab9_-=\"\\, \t\r\nZ";
        Random random = new Random(11);
        for (int round = 0; round < 50_000; round++) {
            StringBuilder text = new StringBuilder("Digest ");
            for (int left = random.nextInt(40); left > 0; left--) {
                text.append(alphabet.charAt(random.nextInt(alphabet.length())));
            }
            assertThat(DigestFields.read(text.toString())).as(text.toString()).isEqualTo(byPattern(text.toString()));
        }
    }
}
