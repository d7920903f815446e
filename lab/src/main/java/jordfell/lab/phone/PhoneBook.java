package jordfell.lab.phone;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A phonebook as a phone took it.
 *
 * @param title what stands above it
 */
public record PhoneBook(String title, List<Entry> entries) {

    /** A name, and what is dialled for it. */
    public record Entry(String shown, String department, List<Reach> numbers) {

        public Entry {
            numbers = List.copyOf(numbers);
        }
    }

    /**
     * A number of an entry.
     *
     * @param call digits, or a user at a server
     */
    public record Reach(String kind, String call) {}

    public PhoneBook {
        entries = List.copyOf(entries);
    }

    /** The entries that somebody finds by typing this: those with a word that begins so, whatever its case. */
    public List<Entry> find(String typed) {
        String wanted = typed.strip().toLowerCase(Locale.ROOT);
        return entries.stream()
                .filter(entry -> {
                    String shown = entry.shown().toLowerCase(Locale.ROOT);
                    return shown.startsWith(wanted) || shown.contains(" " + wanted);
                })
                .toList();
    }

    /** Whose number this is, as it is told of a caller or dialled; the first that has it. */
    public Optional<Entry> whose(String number) {
        return entries.stream()
                .filter(entry -> entry.numbers().stream()
                        .anyMatch(reach -> user(reach.call()).equals(user(number))))
                .findFirst();
    }

    private static String user(String call) {
        int at = call.indexOf('@');
        return at < 0 ? call : call.substring(0, at);
    }
}
