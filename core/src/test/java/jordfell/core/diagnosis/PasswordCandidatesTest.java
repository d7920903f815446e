package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A phone's answer gives away which password it used, without the password ever being shown. */
class PasswordCandidatesTest {

    private static final String SECRET = "Kelp&Tide<41>#North;Quay";
    private static final SecretBook BOOK = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return number.equals("2416") ? Optional.of(SECRET) : Optional.empty();
        }

        @Override
        public List<String> earlier(String number) {
            return List.of("the-one-before", "the-one-before-that");
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of("2417", "SecretOf2417", "2418", "SecretOf2418");
        }
    };

    private static PasswordUsed used(String password, DigestAlgorithm algorithm) {
        DigestChallenge challenge = new DigestChallenge("voice.tarnholm.example", "abc", algorithm, false);
        DigestAnswer answer =
                DigestAnswer.to(challenge, "2416-a", password, "REGISTER", "sip:voice.tarnholm.example", "c", 1);
        return PasswordCandidates.find(answer, "REGISTER", "2416", BOOK);
    }

    private static PasswordUsed used(String password) {
        return used(password, DigestAlgorithm.MD5);
    }

    @ParameterizedTest
    @EnumSource(DigestAlgorithm.class)
    void rightPasswordIsRightWithEveryAlgorithm(DigestAlgorithm algorithm) {
        assertThat(used(SECRET, algorithm)).isEqualTo(new PasswordUsed.Right());
        assertThat(used("SecretOf2417", algorithm)).isEqualTo(new PasswordUsed.Others("2417"));
    }

    @Test
    void tellsWhoseItWasAndHowOldItIs() {
        assertThat(used("the-one-before")).isEqualTo(new PasswordUsed.Earlier(1));
        assertThat(used("the-one-before-that")).isEqualTo(new PasswordUsed.Earlier(2));
        assertThat(used("SecretOf2418")).isEqualTo(new PasswordUsed.Others("2418"));
        assertThat(used("")).isEqualTo(new PasswordUsed.Empty());
        assertThat(used("never seen before")).isEqualTo(new PasswordUsed.Unknown());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
                    ~Kelp&Tide<41>#North;Quay ~                   | a blank after it
                    ~ Kelp&Tide<41>#North;Quay~                   | a blank before it
                    ~ Kelp&Tide<41>#North;Quay ~                  | blanks around it
                    kelp&tide<41>#north;quay                      | all lower case
                    KELP&TIDE<41>#NORTH;QUAY                      | all upper case
                    kELP&tIDE<41>#nORTH;qUAY                      | its case swapped
                    Kelp&amp;Tide&lt;41&gt;#North;Quay            | HTML-escaped
                    Kelp&amp;amp;Tide&amp;lt;41&amp;gt;#North;Quay | HTML-escaped twice
                    Kelp%26Tide%3C41%3E%23North%3BQuay            | URL-escaped
                    Kelp%2526Tide%253C41%253E%2523North%253BQuay  | URL-escaped twice
                    Kelp&Tide<41>\\#North\\;Quay                  | backslash-escaped
                    "Kelp&Tide<41>#North;Quay"                    | in quotes
                    'Kelp&Tide<41>#North;Quay'                    | in quotes
                    Kelp                                          | cut at its first &
                    Kelp&Tide<41>                                 | cut at its first #
                    Kelp&Tide<41>#North                           | cut at its first ;
                    """)
    void tellsHowTheRightOneWasDamaged(String password, String brief) {
        assertThat(used(password))
                .isInstanceOfSatisfying(
                        PasswordUsed.Damaged.class,
                        d -> assertThat(d.damage().brief()).isEqualTo(brief));
    }

    @ParameterizedTest
    @ValueSource(strings = {"\n", "\r\n", "\t"})
    void tellsWhatWasCopiedAlong(String after) {
        assertThat(used(SECRET + after)).isInstanceOf(PasswordUsed.Damaged.class);
    }

    @ParameterizedTest
    @ValueSource(ints = {8, 9, 12, 16, 20, 23})
    void tellsAtHowManyCharactersItWasCut(int length) {
        assertThat(used(SECRET.substring(0, length))).isInstanceOfSatisfying(PasswordUsed.Damaged.class, d -> {
            assertThat(d.damage().cutAt()).hasValue(length);
            assertThat(d.damage().sentence()).isEqualTo("the first " + length + " characters of the right password");
        });
    }

    @Test
    void shorterCutsThanEightAreNotGuessedAt() {
        assertThat(used(SECRET.substring(0, 7))).isEqualTo(new PasswordUsed.Unknown());
    }

    @Test
    void damageThatChangesNothingIsNoCandidate() {
        assertThat(Damage.of("abcdef")).noneMatch(d -> d.apply().apply("abcdef").equals("abcdef"));
        assertThat(Damage.of("abcdef")).extracting(Damage::brief).doesNotContain("HTML-escaped", "all lower case");
    }

    @Test
    void wordsNeverHoldThePassword() {
        assertThat(used(SECRET + " ").toString() + used("SecretOf2417")).doesNotContain("Kelp", "SecretOf");
        assertThat(Damage.of(SECRET))
                .allSatisfy(d -> assertThat(d.sentence() + d.likelyReason()).doesNotContain("Tide"));
    }
}
