package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * What the contacts of a file mean for a phonebook’s own: a contact of a name that is there once is that one; of a name that is
 * there more than once it is that which is the same, or a new one. Nobody is taken out because a file does not have them.
 */
public final class ImportedContacts {

    /** A contact of the phonebook’s own, under the number by which it can be changed. */
    public record Own(long id, Contact contact) {}

    /** What becomes of a contact that was read. */
    public sealed interface Meaning {}

    /** It is not there yet. */
    public record Added(Contact contact) implements Meaning {}

    /** It is there as it was read. */
    public record Unchanged() implements Meaning {}

    /** The same stands in the file before it. */
    public record Repeated() implements Meaning {}

    /**
     * It is one that is there, with other words or numbers.
     *
     * @param words what is another, in words
     */
    public record Changed(long id, Contact contact, String words) implements Meaning {}

    private final Map<String, List<Own>> there = new HashMap<>();
    private final Set<Contact> before = new HashSet<>();

    public ImportedContacts(List<Own> own) {
        own.forEach(o -> there.computeIfAbsent(whole(o.contact()), n -> new ArrayList<>())
                .add(o));
    }

    /** What the next contact of the file means; those before it are remembered. */
    public Meaning next(Contact read) {
        List<Own> namesakes = there.getOrDefault(whole(read), List.of());
        // Where a list has names in one piece, how it is taken apart here stays.
        Contact contact = namesakes.size() == 1
                ? new Contact(namesakes.get(0).contact().name(), read.department(), read.numbers(), read.note())
                : read;
        if (!before.add(contact)) {
            return new Repeated();
        }
        if (namesakes.stream().anyMatch(n -> n.contact().equals(contact))) {
            return new Unchanged();
        }
        if (namesakes.size() == 1) {
            Own old = namesakes.get(0);
            return new Changed(old.id(), contact, differences(old.contact(), contact));
        }
        return new Added(contact);
    }

    /** A name in one piece, whichever part of it is which. */
    private static String whole(Contact contact) {
        return contact.name().in(ContactName.Order.GIVEN).toLowerCase(Locale.ROOT);
    }

    private static String differences(Contact now, Contact then) {
        List<String> words = new ArrayList<>();
        if (!now.department().equals(then.department())) {
            words.add("department “" + then.department() + "” instead of “" + now.department() + "”");
        }
        if (!now.numbers().equals(then.numbers())) {
            words.add("numbers " + numbers(then) + " instead of " + numbers(now));
        }
        if (!now.note().equals(then.note())) {
            words.add("another note");
        }
        return String.join(", ", words);
    }

    private static String numbers(Contact contact) {
        return String.join(
                ", ",
                contact.numbers().stream()
                        .map(n -> n.kind().word() + " " + n.number())
                        .toList());
    }
}
