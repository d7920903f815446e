package jordfell.core.roster;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import jordfell.core.text.PlainText;

/** Decides what may be kept of an extension beside its number, whoever writes it: a form or a table. */
public final class ExtensionDetails {

    public static final int LONGEST_NAME = 100;
    public static final int LONGEST_USER = 64;
    public static final int LONGEST_CLASS = 60;
    public static final int MOST_DEVICES = 10;

    private static final Pattern USER = Pattern.compile("[A-Za-z0-9._-]+");

    /**
     * What is written of an extension; empty text for what is not.
     *
     * @param contactLimit on how many devices it may be
     * @param outgoing the number that those see who are called from it
     */
    public record Written(
            String number,
            String displayName,
            String authUser,
            int contactLimit,
            String permissionClass,
            String outgoing) {}

    /** What is kept. */
    public enum Field {
        DISPLAY_NAME,
        AUTH_USER,
        CONTACT_LIMIT,
        PERMISSION_CLASS,
        OUTGOING
    }

    /** What can't be kept, and what would be right. */
    public record Refusal(Field field, String reason, String hint) {}

    private ExtensionDetails() {}

    /**
     * All that is wrong, in the order of the fields.
     *
     * @param held on how many devices the extension is now
     */
    public static List<Refusal> refuse(Written w, int held) {
        List<Refusal> found = new ArrayList<>();
        text(Field.DISPLAY_NAME, "name", w.displayName(), LONGEST_NAME, found);
        if (!USER.matcher(w.authUser()).matches()) {
            found.add(new Refusal(
                    Field.AUTH_USER,
                    "An authentication user is made of letters, digits, dot, hyphen and underscore.",
                    "Such as " + w.number() + "-a."));
        }
        text(Field.AUTH_USER, "authentication user", w.authUser(), LONGEST_USER, found);
        if (w.contactLimit() < 1 || w.contactLimit() > MOST_DEVICES) {
            found.add(new Refusal(
                    Field.CONTACT_LIMIT,
                    w.contactLimit() + " devices at once can’t be.",
                    "1 to " + MOST_DEVICES + " can."));
        } else if (w.contactLimit() < held) {
            found.add(new Refusal(
                    Field.CONTACT_LIMIT,
                    w.number() + " is on " + held + " devices.",
                    "Take it off some first, or allow at least " + held + "."));
        }
        text(Field.PERMISSION_CLASS, "permission class", w.permissionClass(), LONGEST_CLASS, found);
        refuseOutgoing(w.outgoing())
                .ifPresent(why ->
                        found.add(new Refusal(Field.OUTGOING, why, "An outside number or an extension, or nothing.")));
        return found;
    }

    /** Why others can't be shown this number: it is neither an outside number nor one of 2 to 7 digits. */
    public static Optional<String> refuseOutgoing(String outgoing) {
        return outgoing.isEmpty() || outgoing.matches("[0-9]{2,7}") ? Optional.empty() : OutsideNumber.refuse(outgoing);
    }

    private static void text(Field field, String what, String text, int most, List<Refusal> found) {
        if (text.length() > most) {
            found.add(new Refusal(
                    field, "The " + what + " has " + text.length() + " characters.", "At most " + most + " fit."));
        }
        PlainText.refuseLine(text)
                .ifPresent(why -> found.add(new Refusal(field, why, "Type it anew, or take it out.")));
    }
}
