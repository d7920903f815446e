package jordfell.server.problem;

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

    /** Why somebody asks for a secret, in at least a few letters. */
    public static String why(@Nullable String text) {
        String reason = needed(text, "reason", "reason", 200);
        if (reason.length() < 3) {
            throw RefusedException.field("/reason", "“" + reason + "” is no reason.", "Say in a few words why.");
        }
        return reason;
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
