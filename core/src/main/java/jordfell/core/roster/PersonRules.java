package jordfell.core.roster;

import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import jordfell.core.settings.SettingType;
import jordfell.core.text.PlainText;
import jordfell.core.wish.FieldProblem;
import jordfell.core.wish.FieldProblems;

/** Decides what may be kept of a person, whoever writes it: a form, a table, a new starter. */
public final class PersonRules {

    private static final Pattern EMAIL = Pattern.compile("[^@\\s]+@[^@\\s]+");
    private static final Pattern PHONE = Pattern.compile("\\+?[0-9][0-9 ()/.-]*");

    /** Language and region, as in RFC 5646: {@code sv}, {@code sv-FI}. */
    private static final Pattern LANGUAGE = Pattern.compile("[a-z]{2,3}(-[A-Z]{2})?");

    /** What is written of a person; empty text for what is not. */
    public record Written(String name, String email, String mobile, String department, String language, String zone) {}

    private enum Field {
        NAME("name", 100),
        EMAIL("e-mail address", 254),
        MOBILE("mobile number", 40),
        DEPARTMENT("department", 100),
        LANGUAGE("language", 10),
        ZONE("time zone", 60);

        private final String words;
        private final int most;

        Field(String words, int most) {
            this.words = words;
            this.most = most;
        }

        private String field() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    private PersonRules() {}

    /** All that is wrong, in the order of the fields. */
    public static List<FieldProblem> refuse(Written w) {
        FieldProblems problems = new FieldProblems();
        if (w.name().isBlank()) {
            problems.add(Field.NAME.field(), "The name is missing.", "Write one.");
        }
        text(Field.NAME, w.name(), problems);
        text(Field.EMAIL, w.email(), problems);
        if (!w.email().isEmpty() && !EMAIL.matcher(w.email()).matches()) {
            problems.add(
                    Field.EMAIL.field(),
                    "“" + w.email() + "” is no e-mail address.",
                    "Such as ida.sorvik@tarnholm.example.");
        }
        text(Field.MOBILE, w.mobile(), problems);
        if (!w.mobile().isEmpty() && !PHONE.matcher(w.mobile()).matches()) {
            problems.add(Field.MOBILE.field(), "“" + w.mobile() + "” is no telephone number.", "Such as +999 55 0123.");
        }
        text(Field.DEPARTMENT, w.department(), problems);
        if (!w.language().isEmpty() && !LANGUAGE.matcher(w.language()).matches()) {
            problems.add(
                    Field.LANGUAGE.field(),
                    "“" + w.language() + "” is no language.",
                    "Such as sv, or sv-FI for a region’s.");
        }
        if (!w.zone().isEmpty()) {
            problems.add(Field.ZONE.field(), new SettingType.Zone().refuse(w.zone()), "Such as Etc/GMT-1.");
        }
        return problems.all();
    }

    private static void text(Field field, String text, FieldProblems problems) {
        problems.text(text, field.field(), field.words, field.most);
        problems.add(field.field(), PlainText.refuseLine(text), "Type it anew, or take it out.");
    }
}
