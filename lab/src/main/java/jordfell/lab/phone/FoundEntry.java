package jordfell.lab.phone;

/**
 * An entry of a phonebook on a phone, and where it stands.
 *
 * @param slot from 1
 * @param title what stands above the phonebook
 */
public record FoundEntry(int slot, String title, PhoneBook.Entry entry) {}
