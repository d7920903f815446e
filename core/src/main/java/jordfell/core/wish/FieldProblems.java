package jordfell.core.wish;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** Collects what won't do, field by field, so that all of it is told at once. Fields are named without the pointer's slash. */
public final class FieldProblems {

    private final List<FieldProblem> all = new ArrayList<>();

    public void add(String field, String reason, String hint) {
        all.add(new FieldProblem("/" + field, reason, hint));
    }

    public void add(FieldProblem problem) {
        all.add(problem);
    }

    /** Adds the reason if there is one. */
    public void add(String field, Optional<String> reason, String hint) {
        reason.ifPresent(why -> add(field, why, hint));
    }

    /** The text without blanks around it, empty for none; refused when it is longer than that. */
    public String text(@Nullable String text, String field, String what, int most) {
        String stripped = text == null ? "" : text.strip();
        if (stripped.length() > most) {
            add(field, "The " + what + " has " + stripped.length() + " characters.", "At most " + most + " fit.");
        }
        return stripped;
    }

    /** The same, refused when there is none. */
    public String needed(@Nullable String text, String field, String what, int most) {
        String stripped = text(text, field, what, most);
        if (stripped.isEmpty()) {
            add(field, "The " + what + " is missing.", "Write one.");
        }
        return stripped;
    }

    /** The number, refused outside of this, both ends included. */
    public int between(int value, int min, int max, String field, String what) {
        if (value < min || value > max) {
            add(field, "The " + what + " can’t be " + value + ".", min + " to " + max + " can.");
        }
        return value;
    }

    /** What is made of the wish, if nothing of it was wrong. */
    public <T> Checked<T> otherwise(Supplier<T> good) {
        return all.isEmpty() ? new Checked.Good<>(good.get()) : new Checked.Bad<>(List.copyOf(all));
    }

    public List<FieldProblem> all() {
        return List.copyOf(all);
    }
}
