package jordfell.core.phonebook;

import java.util.List;

/**
 * Somebody or something that can be called.
 *
 * @param department empty for none
 * @param numbers the one that is usually called first
 * @param note empty for none
 */
public record Contact(ContactName name, String department, List<ContactNumber> numbers, String note) {

    public Contact {
        numbers = List.copyOf(numbers);
    }
}
