package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Several sources as one phonebook. The same contact in two of them is one; where the same number stands with different
 * names, that is asked about once, and until then all of them stay.
 *
 * @param contacts in the order of the sources, and within each in its own
 * @param open numbers that several contacts have and nobody decided on
 */
public record Merged(List<Contact> contacts, List<Doubled> open) {

    /**
     * A number that several contacts have.
     *
     * @param contacts in the order of the sources
     */
    public record Doubled(String number, List<Contact> contacts) {

        public Doubled {
            contacts = List.copyOf(contacts);
        }
    }

    public Merged {
        contacts = List.copyOf(contacts);
        open = List.copyOf(open);
    }

    /**
     * Puts them together.
     *
     * @param decided by number, the name that it keeps among those that have it; all of them keep it where that is empty. A name
     *     that none of them has any more decides nothing
     */
    public static Merged of(List<List<Contact>> sources, Map<String, String> decided) {
        Set<Contact> all = new LinkedHashSet<>();
        sources.forEach(all::addAll);
        Map<String, List<Contact>> byNumber = byNumber(all);
        Map<String, ContactName> keepers = new LinkedHashMap<>();
        List<Doubled> open = new ArrayList<>();
        byNumber.forEach((number, contacts) -> {
            if (contacts.size() < 2 || "".equals(decided.get(number))) {
                return;
            }
            contacts.stream()
                    .map(Contact::name)
                    .filter(name -> name.in(ContactName.Order.FAMILY).equals(decided.get(number)))
                    .findFirst()
                    .ifPresentOrElse(name -> keepers.put(number, name), () -> open.add(new Doubled(number, contacts)));
        });
        List<Contact> kept = new ArrayList<>();
        for (Contact contact : all) {
            List<ContactNumber> left = contact.numbers().stream()
                    .filter(n ->
                            keepers.getOrDefault(n.number(), contact.name()).equals(contact.name()))
                    .toList();
            // Whoever loses all numbers to others is not in the phonebook: there is nothing to call.
            if (!left.isEmpty() || contact.numbers().isEmpty()) {
                kept.add(new Contact(contact.name(), contact.department(), left, contact.note()));
            }
        }
        return new Merged(kept, open);
    }

    private static Map<String, List<Contact>> byNumber(Set<Contact> all) {
        Map<String, List<Contact>> byNumber = new LinkedHashMap<>();
        for (Contact contact : all) {
            contact.numbers().stream()
                    .map(ContactNumber::number)
                    .distinct()
                    .forEach(number -> byNumber.computeIfAbsent(number, n -> new ArrayList<>())
                            .add(contact));
        }
        return byNumber;
    }
}
