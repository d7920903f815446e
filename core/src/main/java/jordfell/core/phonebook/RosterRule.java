package jordfell.core.phonebook;

import com.ibm.icu.text.Collator;
import com.ibm.icu.text.RawCollationKey;
import com.ibm.icu.text.RuleBasedCollator;
import com.ibm.icu.util.ULocale;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Whom of the roster a phonebook has, and with which numbers.
 *
 * @param departments in any case; none for all of them
 * @param also numbers beside the extension
 */
public record RosterRule(Set<String> departments, Set<Also> also) {

    /** The order of all languages that have none of their own (Unicode CLDR, root). */
    private static final RuleBasedCollator ORDER = (RuleBasedCollator) Collator.getInstance(ULocale.ROOT);

    private static final int USUAL_KEY = 32;

    /** A number that somebody has beside the extension. */
    public enum Also {
        OUTSIDE,
        MOBILE
    }

    /**
     * An extension as the roster has it.
     *
     * @param name of the person, or of the place where nobody in particular is; empty for one that has no name
     * @param person whose it is, by a number of the roster; 0 for nobody’s
     * @param outside the outside numbers that ring there, in E.164
     * @param mobile as it was written; empty for none
     */
    public record Entry(
            String name, long person, String department, String extension, List<String> outside, String mobile) {

        public Entry {
            outside = List.copyOf(outside);
        }

        boolean isPerson() {
            return person > 0;
        }
    }

    public RosterRule {
        departments = departments.stream()
                .map(d -> d.strip().toLowerCase(Locale.ROOT))
                .collect(Collectors.toUnmodifiableSet());
        also = Set.copyOf(also);
    }

    /**
     * The contacts that it makes, in order; somebody’s extensions stand with one name. An extension without a name is in no
     * phonebook: nobody would find it.
     */
    public List<Contact> contacts(List<Entry> roster, ContactName.Order order) {
        return sorted(contacts(roster), order);
    }

    /** The same, in no order that matters. */
    List<Contact> contacts(List<Entry> roster) {
        Map<Object, Contact> contacts = new LinkedHashMap<>();
        for (Entry entry : roster) {
            if (!entry.name().isBlank() && isWanted(entry)) {
                contacts.merge(entry.isPerson() ? entry.person() : entry, contact(entry), RosterRule::both);
            }
        }
        return List.copyOf(contacts.values());
    }

    private static Contact both(Contact one, Contact other) {
        List<ContactNumber> numbers = Stream.concat(one.numbers().stream(), other.numbers().stream())
                .distinct()
                .sorted(Comparator.comparing(n -> n.kind() != ContactNumber.Kind.EXTENSION))
                .toList();
        return new Contact(one.name(), one.department(), numbers, one.note());
    }

    /** Mobiles that it would take and that are no numbers, one sentence each. */
    public List<String> unread(List<Entry> roster) {
        return also.contains(Also.MOBILE)
                ? roster.stream()
                        .filter(entry -> !entry.mobile().isBlank() && isWanted(entry))
                        .filter(entry -> NumberReader.read(entry.mobile()) instanceof NumberReader.Refused)
                        .map(entry -> "The mobile of " + entry.name() + ", “" + entry.mobile() + "”, is no number.")
                        .distinct()
                        .toList()
                : List.of();
    }

    /** By name, as people look for names: without regard to case, accents behind the letters they are on, then by number. */
    public static List<Contact> sorted(List<Contact> contacts, ContactName.Order order) {
        record Keyed(RawCollationKey key, Contact contact) {}
        // A copy, since one that is shared is locked for each key.
        RuleBasedCollator collator = ORDER.cloneAsThawed();
        return contacts.stream()
                .map(c -> new Keyed(collator.getRawCollationKey(c.name().in(order), new RawCollationKey(USUAL_KEY)), c))
                .sorted(Comparator.comparing(Keyed::key)
                        .thenComparing(k -> k.contact().numbers().stream()
                                .findFirst()
                                .map(ContactNumber::number)
                                .orElse("")))
                .map(Keyed::contact)
                .toList();
    }

    private boolean isWanted(Entry entry) {
        return departments.isEmpty()
                || departments.contains(entry.department().strip().toLowerCase(Locale.ROOT));
    }

    private Contact contact(Entry entry) {
        ContactName name = entry.isPerson()
                ? ContactName.of(entry.name())
                : new ContactName(entry.name().strip(), "");
        return new Contact(name, entry.department().strip(), numbers(entry), "");
    }

    private List<ContactNumber> numbers(Entry entry) {
        ContactNumber extension = new ContactNumber(ContactNumber.Kind.EXTENSION, entry.extension());
        if (also.isEmpty()) {
            return List.of(extension);
        }
        List<ContactNumber> numbers = new ArrayList<>(List.of(extension));
        if (also.contains(Also.OUTSIDE)) {
            entry.outside().forEach(number -> numbers.add(new ContactNumber(ContactNumber.Kind.WORK, number)));
        }
        if (also.contains(Also.MOBILE)) {
            mobile(entry).ifPresent(numbers::add);
        }
        return numbers;
    }

    private static Optional<ContactNumber> mobile(Entry entry) {
        return NumberReader.read(entry.mobile()) instanceof NumberReader.Read read
                ? Optional.of(new ContactNumber(ContactNumber.Kind.MOBILE, read.number()))
                : Optional.empty();
    }
}
