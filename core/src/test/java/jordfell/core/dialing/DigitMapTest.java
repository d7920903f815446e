package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jordfell.core.dialing.DigitMap.Standing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DigitMapTest {

    private static final String RFC = "(0T|00T|[1-7]xxx|8xxxxxxx|#xxxxxxx|*xx|91xxxxxxxxxx|9011x.T)";

    /** The examples of RFC 3435 §2.1.5. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            %1$s; 0; WAITS
            %1$s; 00; WAITS
            %1$s; 000; NO_MATCH
            %1$s; 1; COULD_MATCH
            %1$s; 2415; MATCHES
            %1$s; 81234567; MATCHES
            %1$s; #1234567; MATCHES
            %1$s; *69; MATCHES
            %1$s; 91; COULD_MATCH
            %1$s; 912125551234; MATCHES
            %1$s; 9011; WAITS
            %1$s; 901144123; WAITS
            %1$s; 92; NO_MATCH
            (xxxxxxx|x11); 41; COULD_MATCH
            (xxxxxxx|x11); 411; MATCHES
            (xxxxxxx|x11); 4123456; MATCHES
            (0[12].|00|1[12].1|2x.#); 0; MATCHES
            (0[12].|00|1[12].1|2x.#); 1; COULD_MATCH
            (0[12].|00|1[12].1|2x.#); 12; COULD_MATCH
            (0[12].|00|1[12].1|2x.#); 11; MATCHES
            (0[12].|00|1[12].1|2x.#); 121; MATCHES
            (0[12].|00|1[12].1|2x.#); 2; COULD_MATCH
            (0[12].|00|1[12].1|2x.#); 23; COULD_MATCH
            (0[12].|00|1[12].1|2x.#); 2#; MATCHES
            (0[12].|00|1[12].1|2x.#); 23#; MATCHES
            """)
    void itStandsAsTheRfcSays(String map, String keys, Standing standing) {
        assertThat(DigitMap.of(map.replace("%1$s", RFC)).after(keys).standing()).isEqualTo(standing);
    }

    @Test
    void beforeAnythingIsDialledNothingIsSent() {
        for (String map : List.of("x.", "x.T", "T", "2xxx")) {
            assertThat(DigitMap.of(map).begin().standing()).as(map).isEqualTo(Standing.COULD_MATCH);
        }
    }

    @Test
    void theAlternativesThatSaySoAreNamed() {
        DigitMap map = DigitMap.of("2xxx|211|0x.T|11[02]");
        assertThat(map.after("21").by()).containsExactly("2xxx", "211");
        assertThat(map.after("211").by()).containsExactly("211");
        assertThat(map.after("09").by()).containsExactly("0x.T");
        assertThat(map.after("3").by()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"E", "x", " ", "+", "ü", "[", "T"})
    void whatIsNoKeyMatchesNothing(String key) {
        assertThat(DigitMap.of("x.T|*xx").after(key).standing()).isEqualTo(Standing.NO_MATCH);
    }

    @Test
    void tenThousandAlternativesAreOneMap() {
        DigitMap map = DigitMap.of(
                IntStream.range(10_000, 20_000).mapToObj(Integer::toString).collect(Collectors.joining("|")));
        assertThat(map.after("1999").standing()).isEqualTo(Standing.COULD_MATCH);
        assertThat(map.after("19999").standing()).isEqualTo(Standing.MATCHES);
    }

    @Test
    void aPlainInterpreterOfTheSameMapAgreesWithEachKey() {
        Random random = new Random(3435);
        for (int round = 0; round < 3_000; round++) {
            String map = randomMap(random);
            DigitMap.Dialled dialled = DigitMap.of(map).begin();
            for (int i = 0; i < 6; i++) {
                dialled = dialled.press("012#".charAt(random.nextInt(4)));
                assertThat(dialled.standing())
                        .as("%s after %s (round %d)", map, dialled.keys(), round)
                        .isEqualTo(plain(map, dialled.keys()));
            }
        }
    }

    private static String randomMap(Random random) {
        return IntStream.rangeClosed(0, random.nextInt(4))
                .mapToObj(a -> IntStream.rangeClosed(0, random.nextInt(4))
                                .mapToObj(e -> List.of("0", "1", "2", "x", "[12]", "[0-2#]", "#")
                                                .get(random.nextInt(7))
                                        + (random.nextInt(4) == 0 ? "." : ""))
                                .collect(Collectors.joining())
                        + (random.nextInt(3) == 0 ? "T" : ""))
                .collect(Collectors.joining("|"));
    }

    /** By regular expressions: a dot is their star, and the timer is nothing that is pressed. */
    private static Standing plain(String map, String keys) {
        boolean could = false;
        boolean waits = false;
        for (String alternative : map.split("\\|")) {
            boolean timer = alternative.endsWith("T");
            String regex = Arrays.stream(alternative.replace("T", "").split(""))
                    .map(c -> c.equals(".") ? "*" : c.equals("x") ? "[0-9]" : c)
                    .collect(Collectors.joining());
            Matcher matcher = Pattern.compile(regex).matcher(keys);
            boolean matches = matcher.matches();
            if (matches && !timer) {
                return Standing.MATCHES;
            }
            waits |= matches;
            could |= matcher.hitEnd();
        }
        return waits ? Standing.WAITS : could ? Standing.COULD_MATCH : Standing.NO_MATCH;
    }
}
