package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.ImportedContacts.Added;
import jordfell.core.phonebook.ImportedContacts.Changed;
import jordfell.core.phonebook.ImportedContacts.Own;
import jordfell.core.phonebook.ImportedContacts.Repeated;
import jordfell.core.phonebook.ImportedContacts.Unchanged;
import org.junit.jupiter.api.Test;

class ImportedContactsTest {

    private static final Contact IDA = contact("Sørvik", "Ida", "Quay", "2413");

    @Test
    void whoIsNotThereYetIsAdded() {
        assertThat(new ImportedContacts(List.of()).next(IDA)).isEqualTo(new Added(IDA));
    }

    @Test
    void aContactThatIsTheSameChangesNothing() {
        assertThat(with(IDA).next(IDA)).isEqualTo(new Unchanged());
    }

    @Test
    void whoHasTheSameNameOnceIsChangedAndWhatIsAnotherIsSaid() {
        Contact now = new Contact(IDA.name(), "Pier", numbers("2414"), "left hand");
        assertThat(with(IDA).next(now))
                .isEqualTo(
                        new Changed(
                                1,
                                now,
                                "department “Pier” instead of “Quay”, numbers extension 2414 instead of extension 2413, another note"));
    }

    @Test
    void howANameIsTakenApartHereStaysWhereAFileHasItInOnePiece() {
        Contact wanted = contact("Ida Sørvik", "", "Quay", "2414");
        assertThat(with(IDA).next(wanted))
                .isEqualTo(new Changed(
                        1,
                        new Contact(IDA.name(), "Quay", numbers("2414"), ""),
                        "numbers extension 2414 instead of extension 2413"));
    }

    @Test
    void ofTwoOfOneNameNoneIsChangedButTheSameOneIsKnown() {
        Contact other = contact("Sørvik", "Ida", "Café", "2500");
        Contact third = contact("Sørvik", "Ida", "Office", "2600");
        assertThat(with(IDA, other).next(other)).isEqualTo(new Unchanged());
        assertThat(with(IDA, other).next(third)).isEqualTo(new Added(third));
    }

    @Test
    void whatStandsTwiceInAFileIsTakenOnce() {
        ImportedContacts imported = new ImportedContacts(List.of());
        imported.next(IDA);
        assertThat(imported.next(IDA)).isEqualTo(new Repeated());
    }

    private static ImportedContacts with(Contact... there) {
        List<Contact> all = List.of(there);
        return new ImportedContacts(
                all.stream().map(c -> new Own(all.indexOf(c) + 1, c)).toList());
    }

    private static Contact contact(String family, String given, String department, String number) {
        return new Contact(new ContactName(family, given), department, numbers(number), "");
    }

    private static List<ContactNumber> numbers(String number) {
        return List.of(new ContactNumber(Kind.EXTENSION, number));
    }
}
