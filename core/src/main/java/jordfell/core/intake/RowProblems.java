package jordfell.core.intake;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.Problem;
import jordfell.core.intake.IntakeVerdict.State;

/** Gathers what is found out about one row. */
final class RowProblems {

    final List<Problem> problems = new ArrayList<>();
    final List<String> notes = new ArrayList<>();
    final Map<IntakeColumn, String> shown = new LinkedHashMap<>();

    private final List<Runnable> claims = new ArrayList<>();

    void refuse(IntakeColumn column, String reason, String hint) {
        problems.add(Problem.refused(column, reason, hint));
    }

    void refuseAbout(long device, IntakeColumn column, String reason, String hint) {
        problems.add(Problem.refused(column, reason, hint).about(device));
    }

    /** The row can't be as it stands, and there is an answer that would do. */
    void refuse(IntakeColumn column, String reason, String hint, String question, List<Offer> offers) {
        problems.add(Problem.refused(column, reason, hint, question, offers));
    }

    /** What the row takes for itself; a row that is refused takes nothing. */
    void claims(Runnable claim) {
        claims.add(claim);
    }

    /** Has the row take what it claims, unless it is refused. To be called when all of it was looked at. */
    void settle() {
        if (!refused()) {
            claims.forEach(Runnable::run);
        }
    }

    void ask(IntakeColumn column, String reason, String hint, String question, List<Offer> offers) {
        problems.add(Problem.asked(column, reason, hint, question, offers));
    }

    void askAbout(long device, IntakeColumn column, String reason, String hint, String question, List<Offer> offers) {
        problems.add(Problem.asked(column, reason, hint, question, offers).about(device));
    }

    /**
     * What is to become of the row.
     *
     * @param complete whether all is known that a plan needs
     * @param plan asked for only if nothing is in its way
     */
    IntakeVerdict verdict(boolean complete, Supplier<EnrolPlan> plan) {
        return new IntakeVerdict(
                state(), none() && complete ? Optional.of(plan.get()) : Optional.empty(), problems, notes, shown);
    }

    boolean none() {
        return problems.isEmpty();
    }

    boolean refused() {
        return problems.stream().anyMatch(p -> !p.answerable());
    }

    State state() {
        if (problems.isEmpty()) {
            return State.READY;
        }
        return problems.stream().allMatch(Problem::answerable) ? State.NEEDS_ANSWER : State.REFUSED;
    }
}
