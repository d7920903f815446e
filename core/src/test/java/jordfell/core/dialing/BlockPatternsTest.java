package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import jordfell.core.roster.Block;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BlockPatternsTest {

    @ParameterizedTest
    @CsvSource({
        "2000, 2099, 20xx",
        "2000, 2999, 2xxx",
        "1000, 9999, [1-9]xxx",
        "2413, 2413, 2413",
        "2413, 2416, 241[3-6]",
        "2000, 2499, 2[0-4]xx",
        "10, 99, [1-9]x"
    })
    void aRoundBlockIsOnePattern(int first, int last, String pattern) {
        assertThat(BlockPatterns.of(new Block(first, last, ""))).hasToString("[" + pattern + "]");
    }

    @Test
    void anyBlockIsMatchedAndNothingBesideIt() {
        Random random = new Random(77);
        for (int round = 0; round < 300; round++) {
            int a = 100 + random.nextInt(900);
            int b = 100 + random.nextInt(900);
            Block block = new Block(Math.min(a, b), Math.max(a, b), "");
            List<DigitPattern> patterns = BlockPatterns.of(block);
            for (int n = 90; n < 1_010; n++) {
                String number = Integer.toString(n);
                assertThat(patterns.stream().filter(p -> p.matches(number)).count())
                        .as("%s in %s", number, patterns)
                        .isEqualTo(block.contains(number) ? 1 : 0);
            }
        }
    }
}
