package jordfell.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is another character is marked, and told in words that anybody sees. */
class TextDifferenceTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2416-a            | 2416-A            | 5 | 6 | “A” in the other case
            2416-a            | 2416a             | 4 | 4 | “-” missing
            2416              | 24716             | 2 | 3 | “7” too much
            v.example         | v.examp1e         | 7 | 8 | “1” for “l”, which look alike
            v.example         | 'v.example '      | 9 | 10 | a blank too much
            v.example         | '  v.example'     | 0 | 2 | 2 blanks too much
            Window 4          | 'Window\u00a04'   | 6 | 7 | a no-break blank for a blank
            voice.tarn.example | voice.tern.example | 7 | 8 | “e” for “a”
            """)
    void oneDifferenceIsMarkedAndNamed(String meant, String is, int from, int to, String words) {
        assertThat(TextDifference.of(meant, is.replace("\\u00a0", "\u00a0")))
                .containsExactly(new TextDifference(from, to, words));
    }

    @ParameterizedTest
    @CsvSource({"2416, 2416", "2416, 9750", "'', 2416", "2416, ''"})
    void theSameAndAnotherAltogetherHaveNoMarks(String meant, String is) {
        assertThat(TextDifference.of(meant, is)).isEmpty();
    }

    @Test
    void marksLieWithinTheTextAndOneBehindTheOther() {
        assertThat(TextDifference.of("voice.tarnholm.example", "voiec.tarnhol.exampel"))
                .isNotEmpty()
                .allSatisfy(d -> {
                    assertThat(d.from()).isBetween(0, 21);
                    assertThat(d.to()).isBetween(d.from(), 21);
                })
                .isSortedAccordingTo(java.util.Comparator.comparingInt(TextDifference::from));
    }

    @Test
    void longTextsAreNotComparedByCharacter() {
        assertThat(TextDifference.of("a".repeat(201), "a".repeat(200))).isEmpty();
    }
}
