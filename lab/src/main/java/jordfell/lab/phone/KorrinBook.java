package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads a Korrin’s phonebook: the sections and keys that it says, entries numbered from 1 on, and as many as it says. */
final class KorrinBook {

    private static final Pattern SECTION = Pattern.compile("book|end|entry\\.([1-9][0-9]{0,5})");
    private static final Pattern NUMBERED = Pattern.compile("(call|means)\\.([1-9][0-9]?)");
    private static final Set<String> BOOK = Set.of("shown-as", "entries");

    private static final KorrinSections.Known KNOWN = new KorrinSections.Known() {
        @Override
        public boolean section(String name) {
            return SECTION.matcher(name).matches();
        }

        @Override
        public boolean key(String section, String key) {
            return switch (section) {
                case "book" -> BOOK.contains(key);
                case "end" -> false;
                default ->
                    key.equals("shows")
                            || key.equals("team")
                            || NUMBERED.matcher(key).matches();
            };
        }
    };

    private KorrinBook() {}

    static PhoneBook read(String text) throws UnreadableFile {
        Map<String, Map<String, String>> sections = KorrinSections.read(text, KNOWN);
        List<PhoneBook.Entry> entries = new ArrayList<>();
        for (Map.Entry<String, Map<String, String>> section : sections.entrySet()) {
            Matcher name = SECTION.matcher(section.getKey());
            if (name.matches() && name.group(1) != null) {
                if (Integer.parseInt(name.group(1)) != entries.size() + 1) {
                    throw new UnreadableFile("[" + section.getKey() + "] is not the next entry");
                }
                entries.add(entry("[" + section.getKey() + "]", section.getValue()));
            }
        }
        Map<String, String> book = sections.getOrDefault("book", Map.of());
        if (!book.keySet().equals(BOOK)) {
            throw new UnreadableFile("no [book] with its name and the count of its entries");
        }
        if (!book.get("entries").equals(Integer.toString(entries.size()))) {
            throw new UnreadableFile("[book] says other than its " + entries.size() + " entries");
        }
        return new PhoneBook(book.get("shown-as"), entries);
    }

    private static PhoneBook.Entry entry(String section, Map<String, String> values) throws UnreadableFile {
        List<PhoneBook.Reach> numbers = new ArrayList<>();
        for (int i = 1; values.containsKey("call." + i); i++) {
            numbers.add(new PhoneBook.Reach(needed(section, values, "means." + i), values.get("call." + i)));
        }
        for (String key : values.keySet()) {
            Matcher numbered = NUMBERED.matcher(key);
            if (numbered.matches() && Integer.parseInt(numbered.group(2)) > numbers.size()) {
                throw new UnreadableFile(section + " has no " + key);
            }
        }
        return new PhoneBook.Entry(needed(section, values, "shows"), needed(section, values, "team"), numbers);
    }

    private static String needed(String section, Map<String, String> values, String key) throws UnreadableFile {
        String value = values.get(key);
        if (value == null) {
            throw new UnreadableFile(section + " lacks " + key);
        }
        return value;
    }
}
