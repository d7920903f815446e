package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.HashMap;
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
        Map<String, ContactName> keepers = new LinkedHashMap<>();
        List<Doubled> open = new ArrayList<>();
        doubled(all).forEach((number, contacts) -> {
            if ("".equals(decided.get(number))) {
                return;
            }
            contacts.stream()
                    .map(Contact::name)
                    .filter(name -> name.in(ContactName.Order.FAMILY).equals(decided.get(number)))
                    .findFirst()
                    .ifPresentOrElse(name -> keepers.put(number, name), () -> open.add(new Doubled(number, contacts)));
        });
        return new Merged(keepers.isEmpty() ? List.copyOf(all) : kept(all, keepers), open);
    }

    private static List<Contact> kept(Set<Contact> all, Map<String, ContactName> keepers) {
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
        return kept;
    }

    /** The numbers that several of them have; of 10,000 contacts nearly none are. */
    private static Map<String, List<Contact>> doubled(Set<Contact> all) {
        Map<String, Contact> first = new HashMap<>();
        Map<String, List<Contact>> doubled = new LinkedHashMap<>();
        for (Contact contact : all) {
            for (ContactNumber number : contact.numbers()) {
                Contact before = first.putIfAbsent(number.number(), contact);
                if (before != null && !before.equals(contact)) {
                    List<Contact> having =
                            doubled.computeIfAbsent(number.number(), n -> new ArrayList<>(List.of(before)));
                    if (!having.get(having.size() - 1).equals(contact)) {
                        having.add(contact);
                    }
                }
            }
        }
        return doubled;
    }
}
