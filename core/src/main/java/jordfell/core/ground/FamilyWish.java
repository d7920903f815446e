package jordfell.core.ground;

import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.phonebook.PhonebookBody;
import jordfell.core.render.BodyCheck;
import jordfell.core.render.BodyProblem;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.render.Letters;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * A family of models as a technician writes it.
 *
 * @param before what stands before the MAC in the name of its files
 * @param after what stands after it
 * @param phonebook the body of its phonebooks; empty for models that read none
 */
public record FamilyWish(
        @Nullable String id,
        @Nullable String name,
        @Nullable String contentType,
        @Nullable String before,
        @Nullable String after,
        @Nullable Escaping escaping,
        @Nullable String body,
        @Nullable String phonebook,
        @Nullable Letters letters) {

    private static final int LONGEST_ID = 40;
    private static final int LONGEST_NAME = 60;
    private static final int TOLD = 5;
    private static final String OF_A_NAME = "[A-Za-z0-9._-]*";

    /** The family under a short name of its own, or all that is wrong. */
    public Checked<Family> checkedNew(Predicate<String> isThere) {
        FieldProblems problems = new FieldProblems();
        String called = problems.needed(id, "id", "short name", LONGEST_ID).toLowerCase(Locale.ROOT);
        if (!called.isEmpty() && !called.matches("[a-z][a-z0-9-]*")) {
            problems.add("id", "“" + called + "” is no short name.", "Letters, digits and hyphens, such as brask.");
        } else if (isThere.test(called)) {
            problems.add("id", "There is a family " + called + " already.", "Choose another name.");
        }
        return checked(called, problems);
    }

    /** The family under this short name, or all that is wrong. */
    public Checked<Family> checked(String shortName) {
        return checked(shortName, new FieldProblems());
    }

    private Checked<Family> checked(String shortName, FieldProblems problems) {
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        String first = before == null ? "" : before;
        String last = after == null ? "" : after;
        fileName(first, last, problems);
        String type = contentType == null ? "" : contentType.strip();
        if (!Family.mayBeServedAs(type)) {
            problems.add(
                    "contentType",
                    "“" + type + "” is no content type of a configuration.",
                    "text/plain, text/csv, text/xml, application/xml, application/json or application/octet-stream.");
        }
        Escaping escapes = Optional.ofNullable(escaping).orElse(Escaping.KEY_VALUE);
        String text = body == null ? "" : body;
        BodyCheck.check(text, escapes).stream()
                .filter(BodyProblem::isGrave)
                .limit(TOLD)
                .forEach(p -> problems.add("body", "Line " + p.line() + ": " + p.what(), p.hint()));
        String books = phonebook == null ? "" : phonebook;
        if (!books.isBlank()) {
            problems.add(
                    "phonebook",
                    PhonebookBody.refuse(books, escapes),
                    "The names offered beside it are those it may write.");
        }
        return problems.otherwise(() -> new Family(
                shortName,
                called,
                type,
                first,
                last,
                escapes,
                text,
                books,
                Optional.ofNullable(letters).orElse(Letters.ALL)));
    }

    private static void fileName(String before, String after, FieldProblems problems) {
        if (!(before + after).matches(OF_A_NAME) || before.endsWith(".") && before.startsWith(".")) {
            problems.add(
                    before.matches(OF_A_NAME) ? "after" : "before",
                    "A file’s name holds letters, digits, dots, hyphens and underscores.",
                    "Such as b9- before and .set after the MAC.");
        }
        if (before.matches(".*[0-9a-zA-Z]")) {
            problems.add(
                    "before", "The MAC can’t be told from “" + before + "” before it.", "Put a hyphen or dot between.");
        }
        if (after.matches("[0-9a-zA-Z].*")) {
            problems.add(
                    "after", "The MAC can’t be told from “" + after + "” after it.", "Put a hyphen or dot between.");
        }
    }
}
