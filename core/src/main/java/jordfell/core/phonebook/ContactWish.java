package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.text.PlainText;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * A contact as somebody wants it, from a form, a table or a file.
 *
 * @param numbers in their order; the same one twice is kept once
 */
public record ContactWish(
        @Nullable String family,
        @Nullable String given,
        @Nullable String department,
        @Nullable List<NumberWish> numbers,
        @Nullable String note) {

    private static final int LONGEST_NAME = 100;
    private static final int LONGEST_NOTE = 500;
    private static final int MOST_NUMBERS = 10;

    /** A number as it was written, and what it is. */
    public record NumberWish(
            ContactNumber.@Nullable Kind kind, @Nullable String number) {}

    /**
     * What is kept.
     *
     * @param said what was made of its numbers, one line for each that was not kept as it was written
     */
    public record Kept(Contact contact, List<String> said) {

        public Kept {
            said = List.copyOf(said);
        }
    }

    /** What is kept of it, or all that is wrong. */
    public Checked<Kept> checked() {
        FieldProblems problems = new FieldProblems();
        String familyName = line(family, "family", "name", LONGEST_NAME, problems);
        String givenName = line(given, "given", "given name", LONGEST_NAME, problems);
        if (familyName.isEmpty() && givenName.isEmpty()) {
            problems.add("family", "The name is missing.", "Write one: people look for names.");
        }
        String team = line(department, "department", "department", LONGEST_NAME, problems);
        String text = line(note, "note", "note", LONGEST_NOTE, problems);
        List<String> said = new ArrayList<>();
        List<ContactNumber> read = read(said, problems);
        ContactName name =
                familyName.isEmpty() ? new ContactName(givenName, "") : new ContactName(familyName, givenName);
        return problems.otherwise(() -> new Kept(new Contact(name, team, read, text), said));
    }

    private List<ContactNumber> read(List<String> said, FieldProblems problems) {
        List<NumberWish> wished = Optional.ofNullable(numbers).orElse(List.of());
        List<ContactNumber> read = new ArrayList<>();
        Set<String> known = new LinkedHashSet<>();
        for (int i = 0; i < wished.size(); i++) {
            NumberWish wish = wished.get(i);
            String written = Optional.ofNullable(wish.number()).orElse("").strip();
            NumberReader.Reading reading = NumberReader.read(written);
            if (reading instanceof NumberReader.Refused refused) {
                problems.add("numbers/" + i, refused.reason(), refused.hint());
            } else if (reading instanceof NumberReader.Read number) {
                if (!known.add(number.number())) {
                    said.add(number.number() + " stands there once.");
                    continue;
                }
                if (!number.said().isEmpty()) {
                    said.add("“" + written + "” is " + number.number() + ": " + number.said() + ".");
                }
                read.add(new ContactNumber(
                        Optional.ofNullable(wish.kind()).orElse(ContactNumber.Kind.OTHER), number.number()));
            }
        }
        if (wished.isEmpty()) {
            problems.add("numbers", "It has no number.", "Write at least one: there is nothing else to call.");
        }
        if (read.size() > MOST_NUMBERS) {
            problems.add("numbers", "It has " + read.size() + " numbers.", "At most " + MOST_NUMBERS + " fit.");
        }
        return read;
    }

    private static String line(@Nullable String text, String field, String what, int most, FieldProblems problems) {
        String line = problems.text(text, field, what, most);
        problems.add(field, PlainText.refuseLine(line), "Type it anew, or take it out.");
        return line;
    }
}
