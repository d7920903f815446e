package jordfell.core.wish;

import java.util.List;

/** A wish that was looked at: what is kept of it, or all that is wrong with it. */
public sealed interface Checked<T> {

    /** It can be kept. */
    record Good<T>(T value) implements Checked<T> {}

    /** It can't; there is at least one problem. */
    record Bad<T>(List<FieldProblem> problems) implements Checked<T> {}
}
