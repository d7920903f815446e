package jordfell.core.roster;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import jordfell.core.text.PlainText;
import jordfell.core.wish.FieldProblem;
import jordfell.core.wish.FieldProblems;

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
     * @param pickUpGroup whose members may take each other’s ringing calls
     */
    public record Written(
            String number,
            String displayName,
            String authUser,
            int contactLimit,
            String permissionClass,
            String outgoing,
            String pickUpGroup) {}

    private ExtensionDetails() {}

    /**
     * All that is wrong, in the order of the fields.
     *
     * @param held on how many devices the extension is now
     * @param isOwn whether a number is an outside number of its domain, or one of its extensions
     * @param isPermission whether its domain has a permission of this name
     */
    public static List<FieldProblem> refuse(
            Written w, int held, Predicate<String> isOwn, Predicate<String> isPermission) {
        FieldProblems problems = new FieldProblems();
        text("displayName", "name", w.displayName(), LONGEST_NAME, problems);
        if (!USER.matcher(w.authUser()).matches()) {
            problems.add(
                    "authUser",
                    "An authentication user is made of letters, digits, dot, hyphen and underscore.",
                    "Such as " + w.number() + "-a.");
        }
        text("authUser", "authentication user", w.authUser(), LONGEST_USER, problems);
        if (w.contactLimit() < 1 || w.contactLimit() > MOST_DEVICES) {
            problems.add(
                    "contactLimit", w.contactLimit() + " devices at once can’t be.", "1 to " + MOST_DEVICES + " can.");
        } else if (w.contactLimit() < held) {
            problems.add(
                    "contactLimit",
                    w.number() + " is on " + held + " devices.",
                    "Take it off some first, or allow at least " + held + ".");
        }
        text("permissionClass", "permission", w.permissionClass(), LONGEST_CLASS, problems);
        checkPermission(w.permissionClass(), isPermission, problems);
        text("pickUpGroup", "pick-up group", w.pickUpGroup(), LONGEST_CLASS, problems);
        Optional<String> malformed = refuseOutgoing(w.outgoing());
        problems.add("outgoing", malformed, "An outside number or an extension, or nothing.");
        if (malformed.isEmpty() && !w.outgoing().isEmpty() && !isOwn.test(w.outgoing())) {
            problems.add(
                    "outgoing",
                    "“" + w.outgoing()
                            + "” is no outside number of this domain and no extension: nobody could call back.",
                    "Choose one of its outside numbers, or leave it empty.");
        }
        return problems.all();
    }

    /** Says if there is no permission of this name; empty text is none, and right. */
    static void checkPermission(String name, Predicate<String> isPermission, FieldProblems problems) {
        if (!name.isEmpty() && !isPermission.test(name)) {
            problems.add(
                    "permissionClass",
                    "There is no permission “" + name + "”: with it nothing outside could be dialled.",
                    "Make it under Calls, Permissions, or leave it empty.");
        }
    }

    /** Why others can't be shown this number: it is neither an outside number nor one of 2 to 7 digits. */
    public static Optional<String> refuseOutgoing(String outgoing) {
        return outgoing.isEmpty() || outgoing.matches("[0-9]{2,7}") ? Optional.empty() : OutsideNumber.refuse(outgoing);
    }

    private static void text(String field, String what, String text, int most, FieldProblems problems) {
        problems.text(text, field, what, most);
        problems.add(field, PlainText.refuseLine(text), "Type it anew, or take it out.");
    }
}
