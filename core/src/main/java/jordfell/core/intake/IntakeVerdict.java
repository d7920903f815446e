package jordfell.core.intake;

import java.util.List;
import java.util.Optional;

/**
 * What is to become of a row.
 *
 * @param plan what will be written when it is accepted; empty unless it is ready
 * @param problems what stands in its way, each at its field; empty when it is ready
 * @param notes what will happen that the cells don't say themselves
 * @param shown texts that stand for what is written in a cell: the MAC in its usual form, the number that is drawn
 */
public record IntakeVerdict(
        State state,
        Optional<EnrolPlan> plan,
        List<Problem> problems,
        List<String> notes,
        java.util.Map<IntakeColumn, String> shown) {

    public IntakeVerdict {
        problems = List.copyOf(problems);
        notes = List.copyOf(notes);
        shown = java.util.Map.copyOf(shown);
    }

    /** A row's states. */
    public enum State {
        READY,
        NEEDS_ANSWER,
        REFUSED,
        /** The records say the same already: nothing is to be done. */
        UNCHANGED
    }

    /**
     * Something at a cell.
     *
     * @param answerable what is written may be meant; the person says so, or says what is meant instead
     * @param question equal for problems that one answer can settle; empty where each needs its own
     * @param deviceId the device that this is about, to link to
     * @param offers what the cell could hold instead; what is refused may have some too
     */
    public record Problem(
            IntakeColumn column,
            String reason,
            String hint,
            boolean answerable,
            String question,
            Optional<Long> deviceId,
            List<Offer> offers) {
        public Problem {
            offers = List.copyOf(offers);
        }

        static Problem refused(IntakeColumn column, String reason, String hint) {
            return new Problem(column, reason, hint, false, "", Optional.empty(), List.of());
        }

        static Problem refused(IntakeColumn column, String reason, String hint, String question, List<Offer> offers) {
            return new Problem(column, reason, hint, false, question, Optional.empty(), offers);
        }

        static Problem asked(IntakeColumn column, String reason, String hint, String question, List<Offer> offers) {
            return new Problem(column, reason, hint, true, question, Optional.empty(), offers);
        }

        /** The cell into which an answer is written: some are no text of the row, but a decision about it. */
        public IntakeColumn answeredIn() {
            return question.equals(IntakeCheck.CHANGED) || question.startsWith(IntakeCheck.MAKER)
                    ? IntakeColumn.DECISION
                    : column;
        }

        Problem about(long device) {
            return new Problem(column, reason, hint, answerable, question, Optional.of(device), offers);
        }
    }

    /**
     * An answer.
     *
     * @param value what is written into the cell
     * @param label what it is called
     */
    public record Offer(String value, String label) {}
}
