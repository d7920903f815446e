package jordfell.core.intake;

import java.util.List;
import java.util.Optional;
import jordfell.core.identity.MacAddress;

/**
 * What is to become of a row.
 *
 * @param mac the address that was read, when it could be
 * @param problems what stands in its way, each at its field; empty when it is ready
 */
public record IntakeVerdict(State state, Optional<MacAddress> mac, List<Problem> problems) {

    public IntakeVerdict {
        problems = List.copyOf(problems);
    }

    /** A row's three states. */
    public enum State {
        READY,
        NEEDS_ANSWER,
        REFUSED
    }

    /**
     * Something at a field.
     *
     * @param field mac, model, label, person, extension or secondExtension
     * @param answerable the person can say what is meant, and the row is ready then
     * @param deviceId the device that has this MAC already, to link to
     * @param offers values that would be right
     */
    public record Problem(
            String field,
            String reason,
            String hint,
            boolean answerable,
            Optional<Long> deviceId,
            List<String> offers) {
        public Problem {
            offers = List.copyOf(offers);
        }
    }
}
