package jordfell.server.contacts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.ContactWish;
import jordfell.core.phonebook.ContactWish.NumberWish;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.core.table.TableReading.Line;
import jordfell.core.table.TableWriter;

/** Contacts as a table: a row each, with all numbers in one cell, or a column for each kind as other programs write it. */
final class CsvContacts {

    private static final List<String> HEADINGS = List.of("Family name", "Given name", "Department", "Numbers", "Note");

    /** What headings mean, in the words of many lists. */
    private static final Map<String, String> MEANINGS = meanings();

    private CsvContacts() {}

    static List<ContactFile.Row> read(byte[] bytes) {
        TableReading reading = TableReader.read(bytes);
        if (reading instanceof TableReading.Refused refused) {
            throw ContactFile.refused(refused.reason(), refused.hint());
        }
        List<Line> records = ((TableReading.Table) reading).records();
        if (records.isEmpty()) {
            throw ContactFile.refused("The file has no rows.", "Its first row is headings: " + heads() + ".");
        }
        List<String> columns = records.get(0).cells().stream()
                .map(cell -> MEANINGS.getOrDefault(cell.strip().toLowerCase(Locale.ROOT), ""))
                .toList();
        boolean hasName = columns.contains("family") || columns.contains("name") || columns.contains("given");
        if (!hasName || columns.stream().noneMatch(CsvContacts::isNumber)) {
            throw ContactFile.refused(
                    "The first row is no headings with a name and a number.", "Its headings are " + heads() + ".");
        }
        return records.subList(1, records.size()).stream()
                .map(line -> row(line, columns))
                .toList();
    }

    private static ContactFile.Row row(Line line, List<String> columns) {
        Map<String, String> cells = new LinkedHashMap<>();
        List<NumberWish> numbers = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
            String column = columns.get(i);
            String cell = line.cell(i).strip();
            if (isNumber(column)) {
                numbers.addAll(numbers(column, cell));
            } else if (!column.isEmpty() && !cell.isEmpty()) {
                cells.putIfAbsent(column, cell);
            }
        }
        ContactName whole = ContactName.of(cells.getOrDefault("name", ""));
        String family = cells.getOrDefault("family", whole.family());
        String given = cells.getOrDefault("given", whole.given());
        return new ContactFile.Row(
                line.number(),
                (family + " " + given).strip(),
                new ContactWish(
                        family, given, cells.getOrDefault("department", ""), numbers, cells.getOrDefault("note", "")));
    }

    private static boolean isNumber(String column) {
        return column.equals("numbers") || kind(column).isPresent();
    }

    /** {@code extension 2413; mobile +999701122}, or numbers of the column’s kind. */
    private static List<NumberWish> numbers(String column, String cell) {
        List<NumberWish> numbers = new ArrayList<>();
        for (String part : cell.split("[;\n]")) {
            String number = part.strip();
            String first = number.split("\\s", 2)[0].replace(":", "");
            Optional<Kind> said = kind(first.toLowerCase(Locale.ROOT));
            if (!number.isEmpty()) {
                numbers.add(
                        said.isPresent() && first.length() < number.length()
                                ? new NumberWish(
                                        said.get(),
                                        number.substring(first.length())
                                                .replaceFirst("^:", "")
                                                .strip())
                                : new NumberWish(kind(column).orElse(null), number));
            }
        }
        return numbers;
    }

    private static Optional<Kind> kind(String word) {
        return switch (word) {
            case "extension", "ext", "internal" -> Optional.of(Kind.EXTENSION);
            case "work", "office", "business" -> Optional.of(Kind.WORK);
            case "mobile", "cell" -> Optional.of(Kind.MOBILE);
            case "home", "private" -> Optional.of(Kind.HOME);
            case "other", "number" -> Optional.of(Kind.OTHER);
            default -> Optional.empty();
        };
    }

    static String write(List<Contact> contacts) {
        return TableWriter.write(
                HEADINGS,
                contacts.stream()
                        .map(c -> List.of(
                                c.name().family(),
                                c.name().given(),
                                c.department(),
                                c.numbers().stream()
                                        .map(n -> n.kind().word() + " " + n.number())
                                        .collect(Collectors.joining("; ")),
                                c.note()))
                        .toList());
    }

    private static String heads() {
        return String.join(", ", HEADINGS);
    }

    private static Map<String, String> meanings() {
        Map<String, String> meanings = new LinkedHashMap<>();
        put(meanings, "family", "family name", "family", "last name", "surname", "last");
        put(meanings, "given", "given name", "given", "first name", "first", "forename");
        put(meanings, "name", "name", "full name", "display name", "contact");
        put(meanings, "department", "department", "dept", "team", "company", "organisation", "organization");
        put(meanings, "note", "note", "notes", "remark", "comment");
        put(meanings, "numbers", "numbers");
        put(meanings, "extension", "extension", "ext", "ext.", "internal");
        put(meanings, "work", "work", "work phone", "business phone", "office", "phone work");
        put(meanings, "mobile", "mobile", "mobile phone", "cell", "cell phone");
        put(meanings, "home", "home", "home phone", "private");
        put(meanings, "other", "number", "phone", "phone number", "telephone", "tel", "tel.", "other");
        return meanings;
    }

    private static void put(Map<String, String> meanings, String what, String... headings) {
        for (String heading : headings) {
            meanings.put(heading, what);
        }
    }
}
