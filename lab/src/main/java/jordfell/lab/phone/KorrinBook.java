package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads a Korrin’s phonebook: the sections and keys that it says, entries numbered from 1 on, and as many as it says. */
final class KorrinBook {

    private static final Pattern SECTION = Pattern.compile("\\[(book|end|entry\\.([1-9][0-9]{0,5}))]");
    private static final Pattern NUMBERED = Pattern.compile("(call|means)\\.([1-9][0-9]?)");

    private final Map<String, Map<String, String>> sections = new LinkedHashMap<>();

    private KorrinBook() {}

    static PhoneBook read(String text) throws UnreadableFile {
        KorrinBook book = new KorrinBook();
        book.parse(text);
        return book.toBook();
    }

    private void parse(String text) throws UnreadableFile {
        String section = "";
        int number = 0;
        for (String raw : text.split("\n", -1)) {
            number++;
            String line = KorrinText.withoutComment(raw);
            if (line.isBlank()) {
                continue;
            }
            if (line.startsWith("[")) {
                section = line.strip();
                if (!SECTION.matcher(section).matches()
                        || sections.containsKey("[end]")
                        || sections.put(section, new LinkedHashMap<>()) != null) {
                    throw new KorrinFile.Unreadable(number, "section " + section + " where none may be");
                }
                continue;
            }
            int equals = line.indexOf('=');
            if (equals < 1 || section.isEmpty() || section.equals("[end]")) {
                throw new KorrinFile.Unreadable(number, "no “key = value” of a section");
            }
            String value = KorrinText.unescape(line.substring(equals + 1), number);
            if (sections.get(section).put(line.substring(0, equals).strip(), value) != null) {
                throw new KorrinFile.Unreadable(number, "a second time the same key");
            }
        }
    }

    private PhoneBook toBook() throws UnreadableFile {
        if (!sections.containsKey("[end]") || !sections.containsKey("[book]")) {
            throw new UnreadableFile("no [book] or no [end]: the phonebook is cut short");
        }
        List<PhoneBook.Entry> entries = new ArrayList<>();
        for (Map.Entry<String, Map<String, String>> section : sections.entrySet()) {
            Matcher name = SECTION.matcher(section.getKey());
            if (name.matches() && name.group(2) != null) {
                if (Integer.parseInt(name.group(2)) != entries.size() + 1) {
                    throw new UnreadableFile(section.getKey() + " is not the next entry");
                }
                entries.add(entry(section.getKey(), section.getValue()));
            }
        }
        Map<String, String> book = sections.get("[book]");
        if (!book.keySet().equals(Set.of("shown-as", "entries"))
                || !book.get("entries").equals(Integer.toString(entries.size()))) {
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
            boolean isKnown = numbered.matches()
                    ? Integer.parseInt(numbered.group(2)) <= numbers.size()
                    : Set.of("shows", "team").contains(key);
            if (!isKnown) {
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
