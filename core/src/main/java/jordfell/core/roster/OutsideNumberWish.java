package jordfell.core.roster;

import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** An outside number as somebody writes it, in a form or a table; without an extension it rings nothing yet. */
public record OutsideNumberWish(
        @Nullable String e164,
        @Nullable String extension,
        @Nullable String prefix,
        @Nullable String note) {

    private static final int LONGEST_WRITTEN = 40;
    private static final int LONGEST_EXTENSION = 7;
    private static final int LONGEST_PREFIX = 20;
    private static final int LONGEST_NOTE = 500;

    /** What is kept of it. */
    public record Fit(String e164, Optional<String> extension, String prefix, String note) {}

    /**
     * What is kept of it, or all that is wrong.
     *
     * @param isExtension whether the domain has an extension or a group of this number
     */
    public Checked<Fit> checked(Predicate<String> isExtension) {
        FieldProblems problems = new FieldProblems();
        String written = problems.text(e164, "e164", "number", LONGEST_WRITTEN);
        problems.add("e164", OutsideNumber.refuse(written), "");
        String number = OutsideNumber.normalise(written);
        String rings = problems.text(extension, "extension", "extension", LONGEST_EXTENSION);
        if (!rings.isEmpty() && !isExtension.test(rings)) {
            problems.add(
                    "extension", "There is no extension and no group " + rings + ".", suggestion(number, isExtension));
        }
        String before = problems.text(prefix, "prefix", "prefix", LONGEST_PREFIX);
        String words = problems.text(note, "note", "note", LONGEST_NOTE);
        return problems.otherwise(() -> new Fit(number, Optional.of(rings).filter(r -> !r.isEmpty()), before, words));
    }

    /** The extension that the number's last digits name, where there is one. */
    private static String suggestion(String number, Predicate<String> isExtension) {
        return IntStream.iterate(5, digits -> digits >= 2, digits -> digits - 1)
                .mapToObj(digits -> OutsideNumber.lastDigits(number, digits))
                .filter(isExtension)
                .findFirst()
                .map(last -> "By its last digits it could ring " + last + ".")
                .orElse("Make it first, or leave this empty.");
    }
}
