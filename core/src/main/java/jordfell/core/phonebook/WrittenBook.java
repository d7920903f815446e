package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import jordfell.core.render.Letters;

/**
 * A phonebook as one phone is to have it: names as they are shown, numbers as they are dialled from it.
 *
 * @param title what stands above it on the phone
 */
public record WrittenBook(String title, List<Entry> entries) {

    /**
     * A contact on a phone.
     *
     * @param shown the name in the phone’s order
     */
    public record Entry(String shown, ContactName name, String department, List<Reach> numbers) {

        public Entry {
            numbers = List.copyOf(numbers);
        }
    }

    /**
     * A number on a phone.
     *
     * @param dialled what its keys send
     * @param uri the same for a phone that calls by URI: an extension at its server, others as they are dialled
     */
    public record Reach(ContactNumber.Kind kind, String dialled, String uri) {}

    public WrittenBook {
        entries = List.copyOf(entries);
    }

    /**
     * Writes contacts for a phone. Numbers that can’t be dialled from it are left out, and contacts that have no other.
     *
     * @param dialling how a number is dialled from there
     * @param letters which the phone can show
     */
    public static WrittenBook of(
            String title,
            List<Contact> contacts,
            ContactName.Order order,
            Function<ContactNumber, DiallableNumber> dialling,
            String domain,
            Letters letters) {
        List<Entry> entries = new ArrayList<>(contacts.size());
        for (Contact contact : contacts) {
            List<Reach> numbers = reached(contact, dialling, domain);
            if (!numbers.isEmpty()) {
                ContactName name = shown(contact.name(), letters);
                entries.add(new Entry(name.in(order), name, ShownLetters.of(contact.department(), letters), numbers));
            }
        }
        return new WrittenBook(ShownLetters.of(title, letters), entries);
    }

    private static List<Reach> reached(
            Contact contact, Function<ContactNumber, DiallableNumber> dialling, String domain) {
        List<Reach> numbers = new ArrayList<>(contact.numbers().size());
        for (ContactNumber number : contact.numbers()) {
            DiallableNumber dialled = dialling.apply(number);
            if (dialled.canBeDialled()) {
                numbers.add(new Reach(number.kind(), dialled.dialled(), dialled.at(domain)));
            }
        }
        return numbers;
    }

    private static ContactName shown(ContactName name, Letters letters) {
        return letters == Letters.ALL
                ? name
                : new ContactName(ShownLetters.of(name.family(), letters), ShownLetters.of(name.given(), letters));
    }

    /** The first of them, as many as a model holds. */
    public WrittenBook holding(int most) {
        return entries.size() <= most ? this : new WrittenBook(title, entries.subList(0, most));
    }

    /** Those that a model which holds so many has no room for. */
    public List<Entry> fallingOff(int most) {
        return entries.size() <= most ? List.of() : entries.subList(most, entries.size());
    }
}
