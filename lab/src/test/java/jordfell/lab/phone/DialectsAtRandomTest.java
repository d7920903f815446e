package jordfell.lab.phone;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What nobody thought of: texts of signs that mean something in some dialect, in any order, read back to the character. */
class DialectsAtRandomTest {

    private static final String[] SIGNS = {
        "&", "<", ">", "\"", "'", "\\", ";", "#", "=", " ", "\n", "\r\n", "\t", "{", "}", "{{", "}}", "[", "]", "]]>",
        "%", "%41", "&amp;", "\\n", "\\\\", "//", "/*", "<!--", "-->", "|", ",", ":", "$", "@", "a", "Z", "0", "ø", "č",
        "北", "🚢", "\u00a0", "\u2028", "e\u0301"
    };
    private static final int TEXTS = 400;
    private static final int LONGEST = 24;

    private static String text(Random random) {
        StringBuilder text = new StringBuilder("t");
        int signs = random.nextInt(LONGEST);
        for (int i = 0; i < signs; i++) {
            text.append(SIGNS[random.nextInt(SIGNS.length)]);
        }
        return text.toString();
    }

    @ParameterizedTest
    @ValueSource(strings = {"korrin", "ombrel", "tessaro", "quillon"})
    void everyTextComesBackFromEveryShippedDialect(String family) throws UnreadableFile {
        Random random = new Random(20_260_601);
        for (int i = 0; i < TEXTS; i++) {
            String text = text(random);
            PhoneConfig read = DialectsTest.maker(family).read(DialectsTest.file(family, text, 1));
            assertThat(read.name()).as("text %d", i).isEqualTo(text);
            assertThat(read.stations().get(0).password()).as("text %d", i).isEqualTo(text);
        }
    }

    @Test
    void everyTextComesBackFromADialectThatATechnicianWrote() throws UnreadableFile {
        Random random = new Random(20_260_602);
        for (int i = 0; i < TEXTS; i++) {
            String text = text(random);
            assertThat(BraskFile.read(DialectsTest.brask(text)).name())
                    .as("text %d", i)
                    .isEqualTo(text);
        }
    }
}
