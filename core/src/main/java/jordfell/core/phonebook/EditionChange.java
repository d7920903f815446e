package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What another edition changes for who has the one before.
 *
 * @param added contacts of a name that was not there
 * @param gone contacts of a name that is not there any more
 * @param changed contacts whose name stays and whose rest does not: as they are to be
 */
public record EditionChange(List<Contact> added, List<Contact> gone, List<Contact> changed) {

    public EditionChange {
        added = List.copyOf(added);
        gone = List.copyOf(gone);
        changed = List.copyOf(changed);
    }

    /** From what was published to what would be. */
    public static EditionChange of(List<Contact> before, List<Contact> after) {
        Map<String, List<Contact>> old = byName(before);
        Map<String, List<Contact>> next = byName(after);
        List<Contact> added = new ArrayList<>();
        List<Contact> changed = new ArrayList<>();
        next.forEach((name, contacts) -> {
            List<Contact> fresh = without(contacts, old.getOrDefault(name, List.of()));
            (old.containsKey(name) ? changed : added).addAll(fresh);
        });
        List<Contact> gone = new ArrayList<>();
        old.forEach((name, contacts) -> {
            List<Contact> left = without(contacts, next.getOrDefault(name, List.of()));
            int others =
                    next.containsKey(name) ? without(next.get(name), contacts).size() : 0;
            gone.addAll(left.subList(Math.min(others, left.size()), left.size()));
        });
        return new EditionChange(added, gone, changed);
    }

    /** Whether there is none. */
    public boolean isNone() {
        return added.isEmpty() && gone.isEmpty() && changed.isEmpty();
    }

    /** Such as {@code 3 names more, 1 fewer, 2 otherwise}. */
    public String words() {
        List<String> words = new ArrayList<>();
        if (!added.isEmpty()) {
            words.add(added.size() + (added.size() == 1 ? " name more" : " names more"));
        }
        if (!gone.isEmpty()) {
            words.add(gone.size() + " fewer");
        }
        if (!changed.isEmpty()) {
            words.add(changed.size() + " otherwise");
        }
        return words.isEmpty() ? "nothing" : String.join(", ", words);
    }

    private static List<Contact> without(List<Contact> contacts, List<Contact> others) {
        return contacts.stream().filter(c -> !others.contains(c)).toList();
    }

    private static Map<String, List<Contact>> byName(List<Contact> contacts) {
        Map<String, List<Contact>> byName = new LinkedHashMap<>();
        contacts.forEach(c -> byName.computeIfAbsent(c.name().in(ContactName.Order.FAMILY), n -> new ArrayList<>())
                .add(c));
        return byName;
    }
}
