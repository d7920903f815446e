package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Looks for one cause, and says nothing without an observation or a record that shows it. */
interface Rule {

    /** What it finds at this moment. */
    List<Finding> examine(CaseOf device);

    /** When it may find something else though nothing more is seen; empty if that depends on nothing but the path. */
    default Optional<Instant> due(CaseOf device) {
        return Optional.empty();
    }
}
