package jordfell.core.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import jordfell.core.calls.Ringer.State;
import org.junit.jupiter.api.Test;

/** What rings, said in one sentence. */
class CallSentenceTest extends CallPathFixture {

    private String sentence(String number) {
        return CallSentence.of(CallPath.of(number, ground));
    }

    @Test
    void oneSentenceSaysWhatRings() {
        line("2413", otherwise("", "2001", ""), phone("Window", State.RINGS));
        line("2414", Diversions.NONE, phone("Desk", State.RINGS), phone("Soft", State.RINGS));
        line("2415", Diversions.NONE, phone("a", State.RINGS), phone("b", State.RINGS), phone("c", State.RINGS));
        line("2001", State.RINGS);
        line("2416", otherwise("", "*97", ""), phone("Window", State.RINGS));
        line("2417", always("*97"), phone("Window", State.RINGS));
        line("2418", always("0555"), phone("Window", State.RINGS));
        numbers.put("*97", new Callee.Service("*97", "voicemail"));
        assertThat(sentence("2413")).isEqualTo("It rings Window, after 15 s rings phone 2001.");
        assertThat(sentence("2414")).isEqualTo("It rings Desk and Soft.");
        assertThat(sentence("2415")).isEqualTo("It rings a and 2 others.");
        assertThat(sentence("2416")).isEqualTo("It rings Window, then is answered by the voicemail.");
        assertThat(sentence("2417")).isEqualTo("It is answered by the voicemail.");
        assertThat(sentence("2418")).isEqualTo("It goes out to 0555.");
    }

    @Test
    void whyNothingRingsIsSaid() {
        line("2128", always("2129"));
        line("2129", always("2128"));
        line("2040", Diversions.NONE);
        line("2041", State.NOT_REGISTERED);
        line("2042", State.DO_NOT_DISTURB);
        line("2043", always("2499"));
        line("2044", always("00999"));
        group("2600", true, Optional.empty());
        group("2601", true, Optional.empty(), "2041");
        assertThat(sentence("2128")).isEqualTo("It rings nothing: it goes round, 2128 → 2129 → 2128.");
        assertThat(sentence("2040")).isEqualTo("It rings nothing: 2040 is on no device.");
        assertThat(sentence("2041")).isEqualTo("It rings nothing: nothing is registered as 2041.");
        assertThat(sentence("2042")).isEqualTo("It rings nothing: 2042 is busy.");
        assertThat(sentence("2043")).isEqualTo("It rings nothing: nobody has 2499.");
        assertThat(sentence("2044")).isEqualTo("It rings nothing: 2044 may not call 00999.");
        assertThat(sentence("2499")).isEqualTo("It rings nothing: nobody has 2499.");
        assertThat(sentence("2600")).isEqualTo("It rings nothing: 2600 has no members.");
        assertThat(sentence("2601")).startsWith("It rings nothing: nothing is registered as 260");
    }
}
