package jordfell.server.roster;

import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;

/** Texts of a request, looked at before anything is done with them. */
public final class Checked {

    private Checked() {}

    /** The text without blanks around it, empty for none; refused when it is longer than that. */
    public static String text(@Nullable String text, String field, String what, int most) {
        String stripped = text == null ? "" : text.strip();
        if (stripped.length() > most) {
            throw RefusedException.field(
                    "/" + field,
                    "The " + what + " has " + stripped.length() + " characters.",
                    "At most " + most + " fit.");
        }
        return stripped;
    }

    /** The same, refused when there is none. */
    public static String needed(@Nullable String text, String field, String what, int most) {
        String stripped = text(text, field, what, most);
        if (stripped.isEmpty()) {
            throw RefusedException.field("/" + field, "The " + what + " is missing.", "Write one.");
        }
        return stripped;
    }

    /** Where a page begins. */
    public static int from(int from) {
        return between(from, 0, Integer.MAX_VALUE, "from", "first row");
    }

    public static int between(int value, int min, int max, String field, String what) {
        if (value < min || value > max) {
            throw RefusedException.field(
                    "/" + field, "The " + what + " can’t be " + value + ".", min + " to " + max + " can.");
        }
        return value;
    }
}
