package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import jordfell.core.phonebook.ContactNumber.Kind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is published, and what that changes. */
class EditionTest {

    private static final Contact IDA = contact("Sørvik", "Ida", "2413");
    private static final Contact IDA_ELSEWHERE = contact("Sørvik", "Ida", "2414");
    private static final Contact JON = contact("Brandt", "Jon", "2415");

    private static Contact contact(String family, String given, String number) {
        return new Contact(new ContactName(family, given), "", List.of(new ContactNumber(Kind.EXTENSION, number)), "");
    }

    @Test
    void theSameContactsInAnyOrderAreTheSameEdition() {
        assertThat(Edition.of(List.of(IDA, JON)).id())
                .isEqualTo(Edition.of(List.of(JON, IDA)).id());
        assertThat(Edition.of(List.of(IDA, JON)).contacts()).containsExactly(JON, IDA);
        assertThat(Edition.of(List.of(IDA_ELSEWHERE, JON)).id())
                .isNotEqualTo(Edition.of(List.of(IDA, JON)).id());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            none  | ida       | 1 name more
            ida   | none      | 1 fewer
            ida   | elsewhere | 1 otherwise
            ida   | both      | 1 otherwise
            both  | ida       | 1 fewer
            ida   | jon       | 1 name more, 1 fewer
            ida   | ida       | nothing
            """)
    void aChangeIsToldByNames(String before, String after, String words) {
        Map<String, List<Contact>> all = Map.of(
                "none", List.of(),
                "ida", List.of(IDA),
                "elsewhere", List.of(IDA_ELSEWHERE),
                "both", List.of(IDA, IDA_ELSEWHERE),
                "jon", List.of(JON));
        EditionChange change = EditionChange.of(all.get(before.strip()), all.get(after.strip()));
        assertThat(change.words()).isEqualTo(words);
        assertThat(change.isNone()).isEqualTo(words.equals("nothing"));
    }

    @Test
    void whatIsToldAddsUpWhateverChanges() {
        Random random = new Random(11);
        for (int turn = 0; turn < 300; turn++) {
            List<Contact> before = some(random);
            List<Contact> after = some(random);
            EditionChange change = EditionChange.of(before, after);
            assertThat(change.isNone())
                    .as("turn %d", turn)
                    .isEqualTo(Set.copyOf(before).equals(Set.copyOf(after)));
            assertThat(after).containsAll(change.added()).containsAll(change.changed());
            assertThat(before).containsAll(change.gone());
        }
    }

    private static List<Contact> some(Random random) {
        List<Contact> all = new ArrayList<>(List.of(IDA, IDA_ELSEWHERE, JON, contact("Brandt", "Jon", "2416")));
        Collections.shuffle(all, random);
        return all.subList(0, random.nextInt(all.size() + 1));
    }

    @Test
    void includedPhonebooksAreInItAndCirclesEnd() {
        Phonebook one = new Phonebook(1, Optional.of(7L), "One", List.of(new Phonebook.Including(2)), Map.of());
        Phonebook two = new Phonebook(2, Optional.of(7L), "Two", List.of(new Phonebook.Including(1)), Map.of());
        PhonebookContents.Ground ground = new PhonebookContents.Ground() {
            @Override
            public List<Contact> own(long phonebookId) {
                return phonebookId == 1 ? List.of(IDA) : List.of(JON, IDA);
            }

            @Override
            public List<RosterRule.Entry> roster(long domainId) {
                return List.of();
            }

            @Override
            public List<Contact> copy(long phonebookId, Phonebook.Elsewhere source) {
                return List.of();
            }
        };
        assertThat(PhonebookContents.of(one, Map.of(1L, one, 2L, two), ground).contacts())
                .containsExactly(IDA, JON);
        assertThat(PhonebookContents.of(one, Map.of(1L, one), ground).contacts())
                .as("one that is gone")
                .containsExactly(IDA);
    }
}
