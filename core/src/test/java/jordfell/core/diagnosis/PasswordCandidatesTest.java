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
        assertThat(used("never seen before")).isInstanceOf(PasswordUsed.Unknown.class);
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

    private static PasswordUsed usedThoroughly(String password) {
        DigestChallenge challenge =
                new DigestChallenge("voice.tarnholm.example", "abc", DigestAlgorithm.SHA_256_SESS, false);
        DigestAnswer answer =
                DigestAnswer.to(challenge, "2416-a", password, "REGISTER", "sip:voice.tarnholm.example", "c", 1);
        return PasswordCandidates.findThoroughly(answer, "REGISTER", "2416", BOOK);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
                    Kelp&Tide<41>#North;Qua                       | its last character missing
                    elp&Tide<41>#North;Quay                       | its first character missing
                    Kelp&Tie<41>#North;Quay                       | one of its characters missing
                    Kelp&Tide<41>#North;Quayy                     | its last character doubled
                    Kelp&Tide<41>#Nortth;Quay                     | one of its characters doubled
                    Kelp&Tide<41>#Nroth;Quay                      | two neighbours swapped
                    Kelp&tide<41>#North;Quay                      | one letter in the other case
                    Kelp&Tide<4l>#North;Quay                      | one character taken for another
                    Kelp&Tide<41>#N0rth;Quay                      | one character taken for another
                    Kelp&Tide<41>#North;Quaz                      | y and z swapped
                    Kelp&Tide<41>#North;Auqy                      | a and q, w and z swapped
                    Kelp&Tide<41>#North;QuayKelp&Tide<41>#North;Quay | pasted twice
                    ~Kelp&Tide<41>#North;Quay\u00a0~              | a no-break blank after it
                    Kelp&amp;Tide<41>#North;Quay                  | escaped in part
                    Kelp&Tide<41>%23North;Quay                    | escaped in part
                    """)
    void tellsWhatFingersAndClipboardsDid(String password, String brief) {
        assertThat(usedThoroughly(password.replace("\\u00a0", "\u00a0")))
                .isInstanceOfSatisfying(
                        PasswordUsed.Damaged.class,
                        d -> assertThat(d.damage().brief()).isEqualTo(brief));
    }

    @Test
    void tellsWhatWasTakenForIt() {
        assertThat(usedThoroughly("2416")).isEqualTo(new PasswordUsed.Mistaken("its own number"));
        assertThat(usedThoroughly("2416-a")).isEqualTo(new PasswordUsed.Mistaken("its authentication user"));
        assertThat(usedThoroughly("changeme")).isInstanceOf(PasswordUsed.Mistaken.class);
        assertThat(usedThoroughly("changeme").toString()).doesNotContain("changeme");
    }

    @Test
    void tellsAnEarlierOneAndAnotherExtensionsThatWereDamagedToo() {
        assertThat(usedThoroughly("the-one-befor").brief())
                .isEqualTo("an earlier password, its last character missing");
        assertThat(usedThoroughly("secretof2417").brief()).isEqualTo("2417’s password, all lower case");
    }

    @Test
    void tellsTwoDamagesOfThePresentOne() {
        assertThat(usedThoroughly(SECRET.replace("Tide", "Tied").toLowerCase(java.util.Locale.ROOT)))
                .isInstanceOf(PasswordUsed.Damaged.class);
        assertThat(usedThoroughly(SECRET.substring(1) + " ").brief())
                .contains("a blank after it")
                .contains("its first character missing");
    }

    @Test
    void saysHowManyWereTriedWhereNoneFits() {
        assertThat(usedThoroughly("never seen before"))
                .isInstanceOfSatisfying(
                        PasswordUsed.Unknown.class, u -> assertThat(u.tried()).isGreaterThan(10_000));
        assertThat(used("never seen before"))
                .as("anybody can have a password looked for")
                .isInstanceOfSatisfying(
                        PasswordUsed.Unknown.class, u -> assertThat(u.tried()).isLessThan(200));
    }

    @Test
    void noWordsOfASlipHoldWhatTheyAreAbout() {
        assertThat(Slips.of(SECRET))
                .allSatisfy(d -> assertThat(d.sentence() + d.brief())
                        .doesNotContain("Kelp")
                        .doesNotContain("Quay"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"\n", "\r\n", "\t"})
    void tellsWhatWasCopiedAlong(String after) {
        assertThat(used(SECRET + after)).isInstanceOf(PasswordUsed.Damaged.class);
    }

    @ParameterizedTest
    @ValueSource(ints = {8, 9, 12, 16, 20, 22})
    void tellsAtHowManyCharactersItWasCut(int length) {
        assertThat(used(SECRET.substring(0, length))).isInstanceOfSatisfying(PasswordUsed.Damaged.class, d -> {
            assertThat(d.damage().cutAt()).hasValue(length);
            assertThat(d.damage().sentence()).isEqualTo("the first " + length + " characters of the right password");
        });
    }

    @Test
    void shorterCutsThanEightAreNotGuessedAt() {
        assertThat(used(SECRET.substring(0, 7))).isInstanceOf(PasswordUsed.Unknown.class);
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
