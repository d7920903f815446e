package jordfell.server.problem;

import java.util.function.Function;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** What a request wants, looked at before anything is done with it: refused at its fields, or taken. */
public final class Fields {

    private Fields() {}

    /** What is kept of a wish; refused with all that is wrong. */
    public static <T> T good(Checked<T> checked) {
        if (checked instanceof Checked.Bad<T> bad) {
            throw RefusedException.fields(bad.problems());
        }
        return ((Checked.Good<T>) checked).value();
    }

    /** The text without blanks around it, empty for none; refused when it is longer than that. */
    public static String text(@Nullable String text, String field, String what, int most) {
        return alone(problems -> problems.text(text, field, what, most));
    }

    /** The same, refused when there is none. */
    public static String needed(@Nullable String text, String field, String what, int most) {
        return alone(problems -> problems.needed(text, field, what, most));
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
        return alone(problems -> problems.between(value, min, max, field, what));
    }

    private static <T> T alone(Function<FieldProblems, T> look) {
        FieldProblems problems = new FieldProblems();
        T looked = look.apply(problems);
        return good(problems.otherwise(() -> looked));
    }
}
