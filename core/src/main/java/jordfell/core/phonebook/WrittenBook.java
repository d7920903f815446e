package jordfell.core.phonebook;

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
        return new WrittenBook(
                ShownLetters.of(title, letters),
                contacts.stream()
                        .map(contact -> new Entry(
                                ShownLetters.of(contact.name().in(order), letters),
                                new ContactName(
                                        ShownLetters.of(contact.name().family(), letters),
                                        ShownLetters.of(contact.name().given(), letters)),
                                ShownLetters.of(contact.department(), letters),
                                contact.numbers().stream()
                                        .map(dialling)
                                        .filter(DiallableNumber::canBeDialled)
                                        .map(n -> new Reach(n.number().kind(), n.dialled(), n.at(domain)))
                                        .toList()))
                        .filter(entry -> !entry.numbers().isEmpty())
                        .toList());
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
