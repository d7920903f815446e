package jordfell.core.roster;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import jordfell.core.settings.SettingType;
import jordfell.core.text.PlainText;

/** Decides what may be kept of a person, whoever writes it: a form, a table, a new starter. */
public final class PersonRules {

    private static final Pattern EMAIL = Pattern.compile("[^@\\s]+@[^@\\s]+");
    private static final Pattern PHONE = Pattern.compile("\\+?[0-9][0-9 ()/.-]*");

    /** Language and region, as in RFC 5646: {@code sv}, {@code sv-FI}. */
    private static final Pattern LANGUAGE = Pattern.compile("[a-z]{2,3}(-[A-Z]{2})?");

    /** What is written of a person; empty text for what is not. */
    public record Written(String name, String email, String mobile, String department, String language, String zone) {}

    /** What can't be kept, and what would be right. */
    public record Refusal(Field field, String reason, String hint) {}

    /** What is kept of a person. */
    public enum Field {
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
    }

    private PersonRules() {}

    /** All that is wrong, in the order of the fields. */
    public static List<Refusal> refuse(Written w) {
        List<Refusal> found = new ArrayList<>();
        if (w.name().isBlank()) {
            found.add(new Refusal(Field.NAME, "The name is missing.", "Write one."));
        }
        text(Field.NAME, w.name(), found);
        text(Field.EMAIL, w.email(), found);
        if (!w.email().isEmpty() && !EMAIL.matcher(w.email()).matches()) {
            found.add(new Refusal(
                    Field.EMAIL, "“" + w.email() + "” is no e-mail address.", "Such as ida.sorvik@tarnholm.example."));
        }
        text(Field.MOBILE, w.mobile(), found);
        if (!w.mobile().isEmpty() && !PHONE.matcher(w.mobile()).matches()) {
            found.add(
                    new Refusal(Field.MOBILE, "“" + w.mobile() + "” is no telephone number.", "Such as +999 55 0123."));
        }
        text(Field.DEPARTMENT, w.department(), found);
        if (!w.language().isEmpty() && !LANGUAGE.matcher(w.language()).matches()) {
            found.add(new Refusal(
                    Field.LANGUAGE, "“" + w.language() + "” is no language.", "Such as sv, or sv-FI for a region’s."));
        }
        zone(w.zone()).ifPresent(found::add);
        return found;
    }

    private static Optional<Refusal> zone(String zone) {
        return zone.isEmpty()
                ? Optional.empty()
                : new SettingType.Zone().refuse(zone).map(why -> new Refusal(Field.ZONE, why, "Such as Etc/GMT-1."));
    }

    private static void text(Field field, String text, List<Refusal> found) {
        if (text.length() > field.most) {
            found.add(new Refusal(
                    field,
                    "The " + field.words + " has " + text.length() + " characters.",
                    "At most " + field.most + " fit."));
        }
        PlainText.refuseLine(text)
                .ifPresent(why -> found.add(new Refusal(field, why, "Type it anew, or take it out.")));
    }
}
